import formats from './formats/formats.ts';

/** What is said in German: formats. */
export default { ...formats };
