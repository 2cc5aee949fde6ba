/** Why the private database could not be brought up, in words for the person at the terminal. */
export class DatabaseOutage extends Error {}
