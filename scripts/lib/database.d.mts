export function freePort(): Promise<number>;
export function startDatabase(folder: string): Promise<{
  url: string;
  onTrouble(heard: (words: string | null) => void): void;
  pid(): number;
  stop(): Promise<void>;
}>;
