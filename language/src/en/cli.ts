import cli from './cli/cli.ts';

/** What is said in English: cli. */
export default { ...cli };
