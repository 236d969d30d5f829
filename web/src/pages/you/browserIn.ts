/** The browser and the system a page's own description names, roughly: enough to know which device it is. */
export function browserIn(agent: string): string {
  const browser = (
    [
      [/Edg\//, 'Edge'],
      [/Firefox\//, 'Firefox'],
      [/Chrome\//, 'Chromium'],
      [/Safari\//, 'Safari'],
    ] as const
  ).find(([pattern]) => pattern.test(agent))?.[1];
  const system = (
    [
      [/Android/, 'Android'],
      [/iPhone|iPad/, 'iOS'],
      [/Windows/, 'Windows'],
      [/Mac OS/, 'macOS'],
      [/Linux/, 'Linux'],
    ] as const
  ).find(([pattern]) => pattern.test(agent))?.[1];
  return [browser, system].filter(Boolean).join(' · ');
}
