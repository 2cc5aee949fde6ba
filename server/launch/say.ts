/** Tells the person at the terminal. */
export const say = (text: string): void => void process.stdout.write(`${text}\n`);
