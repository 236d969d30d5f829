import server from './server/server.ts';

/** What is said in English: server. */
export default { ...server };
