import cli from './cli.ts';
import core from './core.ts';
import formats from './formats.ts';
import server from './server.ts';

/** Texts of a server and a command line. */
export default { ...core, ...formats, ...server, ...cli };
