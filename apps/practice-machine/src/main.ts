// Starts the practice machine from its environment: PORT, STICK (the folder that stands for the memory stick), LOGS (where it
// keeps what it wrote down when no stick is in it).
import { buildMachine } from './app.ts';

const tell = (message: { address: string } | { problem: string }): void => {
  if (process.send) process.send(message);
  else console.log('address' in message ? message.address : message.problem);
};

async function main(): Promise<void> {
  const { PORT = '5190', STICK, LOGS } = process.env;
  if (!STICK || !LOGS) throw new Error('STICK and LOGS must name a folder each.');
  const app = await buildMachine({ stick: STICK, logs: LOGS, log: true });
  const end = async (): Promise<void> => {
    await app.close();
    process.exit(0);
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  if (process.send) process.on('disconnect', end);
  tell({ address: await app.listen({ port: Number(PORT), host: '127.0.0.1' }) });
}

main().catch((error: NodeJS.ErrnoException) => {
  tell({
    problem:
      error.code === 'EADDRINUSE'
        ? `port ${process.env.PORT} is taken. Choose another for the practice machine with MACHINE_PORT=…`
        : `the practice machine could not start: ${error.message}`,
  });
  process.exit(1);
});
