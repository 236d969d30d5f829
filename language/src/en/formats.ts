import formats from './formats/formats.ts';

/** What is said in English: formats. */
export default { ...formats };
