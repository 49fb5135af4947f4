#!/usr/bin/env node
// Runs the compiled command line, or its sources when they are newer: it is never older than the core.
import { programOf } from '../../../scripts/lib/programs.mjs';

const { file, execArgv } = programOf('cli', 'rosehip', 'main.ts');
if (execArgv.length) (await import('tsx/esm/api')).register();
const { main } = await import(file);
process.exitCode = await main(process.argv.slice(2));
