/** Why nothing was started, in one line for the person at the terminal. */
export class CannotStart extends Error {}
