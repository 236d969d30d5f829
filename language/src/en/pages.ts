import core from './core.ts';
import formats from './formats.ts';
import server from './server.ts';
import web from './web.ts';

/** Texts of pages, and of what reaches them from a server. */
export default { ...core, ...formats, ...server, ...web };
