// Where things lie beside this program. This file stands in src/ and, compiled into others, in dist/.

/** The built screen. */
export const SCREEN = new URL('../dist/screen', import.meta.url).pathname;
