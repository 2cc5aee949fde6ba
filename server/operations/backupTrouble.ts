/** Why no backup was made or restored, in words for the person at the terminal. Nothing was changed. */
export class BackupTrouble extends Error {}
