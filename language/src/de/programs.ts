import cli from './cli.ts';
import core from './core.ts';
import formats from './formats.ts';
import server from './server.ts';

/** What a server and a command line say. */
export default { ...core, ...formats, ...server, ...cli };
