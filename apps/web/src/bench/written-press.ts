// How presses of keys are written in tables.

/** A press as the table writes it, such as "Ctrl Shift Z", "Shift [" or "Backspace". */
export function writtenPress(e: KeyboardEvent): string {
  const codes: Record<string, string> = { BracketLeft: '[', BracketRight: ']' };
  const key =
    codes[e.code] ?? (e.key.length === 1 ? e.key.toUpperCase() : e.key === 'Delete' ? 'Backspace' : e.key);
  return [e.ctrlKey || e.metaKey ? 'Ctrl' : '', e.shiftKey ? 'Shift' : '', key].filter(Boolean).join(' ');
}
