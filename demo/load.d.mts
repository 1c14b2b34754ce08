export function loadDemo(address: string): Promise<void>
