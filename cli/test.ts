export async function runTests(): Promise<void> {}
