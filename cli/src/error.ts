/** Something the person at the command line can mend; its message is all they need. */
export class CliError extends Error {}
