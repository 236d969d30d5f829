/** States how wide a text is in the grid's type: figures are tabular, signs between them narrow. */
export function widthOf(text: string): number {
  let width = 0;
  for (const char of text) width += /[0-9−+]/.test(char) ? 6.65 : char === '%' ? 11 : /\p{L}/u.test(char) ? 6.8 : 3.6;
  return width;
}
