import server from './server/server.ts';

/** What is said in German: server. */
export default { ...server };
