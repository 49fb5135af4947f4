// What pages and server say to each other: each part is a schema, by which the server checks and writes it, and a type.
export * from './answers.ts';
export * from './backups.ts';
export * from './beside.ts';
export * from './designs.ts';
export { Nothing } from './parts.ts';
export * from './ready.ts';
export * from './shelf.ts';
export * from './stick.ts';
