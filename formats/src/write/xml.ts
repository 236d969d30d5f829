/** States whether XML 1.0 has a sign: no control signs but tab and line ends, no halves of signs, no non-characters. */
function isInXml(sign: string): boolean {
  const code = sign.codePointAt(0)!;
  if (code < 0x20) return code === 0x09 || code === 0x0a || code === 0x0d;
  return !(code >= 0xd800 && code <= 0xdfff) && code !== 0xfffe && code !== 0xffff;
}

/** Signs that stand otherwise in XML, or not at all. */
const UNUSUAL = /[&<>"]|[^\t\n\r\x20-\ud7ff\ue000-\ufffd]/;

/** Text as it stands in XML; signs XML does not have are left out. */
export function escaped(text: string): string {
  if (!UNUSUAL.test(text)) return text;
  const clean = /[^\t\n\r\x20-\ud7ff\ue000-\ufffd]/.test(text) ? [...text].filter(isInXml).join('') : text;
  return clean.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
}

type Attributes = Readonly<Record<string, string | number | undefined>>;

/** An element as text: its attributes in their order, those that are undefined left out. */
export function element(name: string, attributes: Attributes = {}, content = ''): string {
  const written = Object.entries(attributes)
    .filter(([, value]) => value !== undefined)
    .map(([attribute, value]) => ` ${attribute}="${escaped(String(value))}"`)
    .join('');
  return content === '' ? `<${name}${written}/>` : `<${name}${written}>${content}</${name}>`;
}
