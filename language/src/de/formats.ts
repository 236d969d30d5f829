import formats from './formats/formats.ts';

/** The German texts of one package: formats. */
export default { ...formats };
