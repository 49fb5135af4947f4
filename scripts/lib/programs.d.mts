export function programOf(app: string, name: string, source: string): { file: string; execArgv: string[] };
export function serverProgram(): { file: string; execArgv: string[] };
export function machineProgram(): { file: string; execArgv: string[] };
