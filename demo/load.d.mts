export function signIn(address: string, person?: string, tablet?: string): Promise<Record<string, string>>
export function loadDemo(address: string): Promise<void>
