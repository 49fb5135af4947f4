// Is the database there? Asked all the time, so that nobody waits for one that is not.
import { createConnection, type Connection } from 'mysql2/promise';

const EVERY = 1_000;
/** An answer later than this is none, in ms. */
const PATIENCE = 1_500;
/** So often in a row an answer is late before the database is said to be away: a busy machine is late once. */
const LATE = 2;

class Late extends Error {}

export class DatabaseWatch {
  /** What is wrong, as a sentence; null while it answers. */
  problem: string | null = null;
  /** What whoever keeps the database running says of it, which tells more than silence. */
  told: string | null = null;
  private connection: Connection | null = null;
  private timer: NodeJS.Timeout | undefined;
  private ended = false;
  private late = 0;

  /** `patience` in ms. */
  constructor(
    private readonly url: string,
    private readonly patience = PATIENCE,
  ) {}

  start(): void {
    const again = async (): Promise<void> => {
      await this.look();
      if (!this.ended) this.start();
    };
    this.timer = setTimeout(() => void again(), EVERY);
    this.timer.unref();
  }

  /** Asks once; sets `problem`. */
  async look(): Promise<void> {
    const waited = new Promise<never>((_, late) => {
      const timer = setTimeout(() => late(new Late()), this.patience);
      timer.unref();
    });
    try {
      await Promise.race([this.ping(), waited]);
      this.problem = this.told = null;
      this.late = 0;
    } catch (error) {
      this.connection?.destroy();
      this.connection = null;
      if (error instanceof Late && ++this.late < LATE) return;
      this.problem = this.told ?? 'The database does not answer; it is tried again all the time.';
    }
  }

  private async ping(): Promise<void> {
    if (!this.connection) {
      // It is given up by whoever looks, as late, and not by itself, as refused.
      const made = await createConnection({ uri: this.url, connectTimeout: 2 * this.patience });
      if (this.ended) return made.destroy();
      made.on('error', () => {}); // the next ping tells
      this.connection = made;
    }
    await this.connection.ping();
  }

  stop(): void {
    this.ended = true;
    clearTimeout(this.timer);
    this.connection?.destroy();
  }
}
