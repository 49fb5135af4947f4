export function freePort(): Promise<number>;
export function startDatabase(folder: string): Promise<{ url: string; stop(): Promise<void> }>;
