import formats from './formats/formats.ts';

/** The English texts of one package: formats. */
export default { ...formats };
