// A budget of work for one drawing, whatever is in it.
import { READ_LIMITS, ReadError } from '../read-error.ts';

export class Work {
  private left = READ_LIMITS.work;

  /** Throws ReadError when the file has asked for more than a drawing may. */
  spend(steps: number): void {
    this.left -= steps;
    if (this.left < 0)
      throw new ReadError(
        'The drawing is too involved to be read: its parts are repeated too often, or it has too many style rules. Save it without styles and repeated parts, and bring it in again.',
      );
  }
}
