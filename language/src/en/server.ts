import server from './server/server.ts';

/** The English texts of one package: server. */
export default { ...server };
