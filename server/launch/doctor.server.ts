export async function doctor(): Promise<void> {}
