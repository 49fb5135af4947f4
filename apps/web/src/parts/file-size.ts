/** A file's size in words: `812 bytes`, `3.4 kB`, `12 MB`. */
export function fileSize(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  const units = ['kB', 'MB', 'GB'];
  let value = bytes / 1000;
  let unit = 0;
  for (; value >= 999.5 && unit < 2; unit++) value /= 1000;
  return `${value < 9.95 ? value.toFixed(1) : Math.round(value)} ${units[unit]}`;
}
