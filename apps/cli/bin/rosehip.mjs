#!/usr/bin/env node
// Runs the TypeScript sources as they are: the command line is never older than the core.
import { register } from 'tsx/esm/api';

register();
const { main } = await import('../src/main.ts');
process.exitCode = await main(process.argv.slice(2));
