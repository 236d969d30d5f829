import server from './server/server.ts';

/** The German texts of one package: server. */
export default { ...server };
