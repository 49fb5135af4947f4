export function wordsFor(error: unknown): string | null;
