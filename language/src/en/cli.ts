import cli from './cli/cli.ts';

/** The English texts of one package: cli. */
export default { ...cli };
