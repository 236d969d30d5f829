import cli from './cli/cli.ts';

/** What is said in German: cli. */
export default { ...cli };
