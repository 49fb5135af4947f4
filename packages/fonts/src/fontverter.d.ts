declare module 'fontverter' {
  /** Takes a font apart and puts it together in another format. Throws when it is none. */
  export function convert(font: Buffer, to: 'sfnt' | 'woff' | 'woff2'): Promise<Buffer>;
}
