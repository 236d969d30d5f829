import cli from './cli/cli.ts';

/** The German texts of one package: cli. */
export default { ...cli };
