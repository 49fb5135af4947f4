// What can go wrong with a stick, as a sentence for the person.

/**
 * `gone`: it is not in this slot, or was pulled out meanwhile. `full`, `locked`: nothing can be written. `taken`: the name is
 * in use. `name`: no file can be called so. `missing`: nothing is there under that name.
 */
export type StickProblem = 'gone' | 'full' | 'locked' | 'taken' | 'name' | 'missing';

export class StickError extends Error {
  override name = 'StickError';
  readonly code: StickProblem;
  constructor(code: StickProblem, message: string) {
    super(message);
    this.code = code;
  }
}
