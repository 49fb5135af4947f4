// Every key of the bench, in one table: what is pressed, what it does, and how the keys sheet writes it.
import { computed, type ComputedRef } from 'vue';
import { useBench } from '../stores/bench/bench.ts';
import { useRehearsal } from '../stores/rehearsal.ts';
import { useView } from '../stores/view.ts';
import { nudgeBy } from './arrows.ts';
import { useAskForFiles } from './bring-in.ts';
import { writtenPress } from './written-press.ts';
import type { Commands } from './commands/commands.ts';
import { usePicking } from './picking.ts';
import type { ToolEntry } from './tools/tools.ts';
import type { Tool } from './tools/tool.ts';

interface Key {
  /** As the sheet writes it. */
  keys: string;
  does: string;
  /** The presses that do it; left out: its name. None: the tools, or the hand, see to it. */
  presses?: readonly string[];
  run?(): void;
  /** It changes nothing: it works while an older revision is looked at, too. */
  looks?: boolean;
}

export function useKeys(
  page: { fit(): void; trueSize(): void; escape(): void; undo(): void },
  tools: readonly ToolEntry[],
  active: ComputedRef<Tool>,
  commands: Commands,
) {
  const bench = useBench();
  const view = useView();
  const rehearsal = useRehearsal();
  const picking = usePicking();
  const ask = useAskForFiles();

  const play = (way?: 1 | -1): void => (rehearsal.playing ? rehearsal.pause() : rehearsal.play(way));
  const TABLE: Key[] = [
    ...tools.map(({ key, label, name }) => ({ keys: key, does: label, run: () => (view.tool = name) })),
    { keys: 'Enter', presses: [], does: 'Finish the pen’s line; draw a shape in the middle' },
    {
      keys: 'Backspace',
      presses: [],
      does: 'Remove the pen’s last point, chosen points, or what is selected',
    },
    {
      keys: 'Esc',
      presses: ['Escape'],
      does: 'Leave what is half done (a line that was begun stays); leave a group; then select nothing',
      run: page.escape,
    },
    { keys: 'Tab', presses: [], does: 'With the cloth in focus and the Points tool: the next point' },
    { keys: 'Ctrl Z', does: 'Undo', run: page.undo },
    { keys: 'Ctrl Shift Z', presses: ['Ctrl Shift Z', 'Ctrl Y'], does: 'Redo', run: bench.redo },
    { keys: 'Ctrl O', does: 'Bring in a drawing or stitches', run: ask },
    { keys: 'Ctrl A', does: 'Select everything', run: () => (bench.selection = picking.everything()) },
    {
      keys: 'Ctrl C, X, V',
      presses: [],
      does: 'Copy, cut and paste, between designs too; text comes as words, a drawing or a picture comes in',
    },
    { keys: 'Arrows', presses: [], does: 'Nudge by 0.1 mm; with Shift 1 mm' },
    { keys: 'Ctrl', presses: [], does: 'Held while dragging: snap to nothing' },
    {
      keys: 'Alt',
      presses: [],
      does: 'Click: what lies beneath. Drag: from the centre; one tangent alone',
    },
    { keys: 'K', does: 'Play or pause the rehearsal', looks: true, run: () => play() },
    { keys: 'J', does: 'Play the rehearsal back', looks: true, run: () => play(-1) },
    { keys: ',', does: 'One stitch back', looks: true, run: () => rehearsal.step(-1) },
    { keys: '.', does: 'One stitch on', looks: true, run: () => rehearsal.step(1) },
    { keys: 'L', does: 'Lines view', looks: true, run: () => view.look('lines') },
    { keys: 'N', does: 'Needle view', looks: true, run: () => view.look('needle') },
    { keys: 'C', does: 'Cloth view', looks: true, run: () => view.look('cloth') },
    { keys: 'Z', does: 'Try on: how it will look on a thing', looks: true, run: view.tryOn },
    { keys: '0', does: 'Fit the hoop', looks: true, run: page.fit },
    { keys: '1', does: 'True size', looks: true, run: page.trueSize },
    {
      keys: '+',
      presses: ['+', 'Shift +', '='],
      does: 'Zoom in; the wheel zooms at the pointer',
      looks: true,
      run: () => view.zoomAt(1.25),
    },
    { keys: '−', presses: ['-'], does: 'Zoom out', looks: true, run: () => view.zoomAt(1 / 1.25) },
    {
      keys: '/',
      presses: ['/', 'Shift /'],
      does: 'Find a command, a setting or an object',
      run: () => (view.finding = true),
    },
    { keys: 'Space', presses: [], does: 'Held: pull the cloth about' },
    {
      keys: '?',
      presses: ['?', 'Shift ?'],
      does: 'This sheet',
      run: () => (view.panel = view.panel === 'keys' ? 'card' : 'keys'),
    },
  ];
  const byPress = new Map(TABLE.flatMap((key) => (key.presses ?? [key.keys]).map((press) => [press, key])));

  /** Does what a key is for; true when the key was taken. */
  function press(e: KeyboardEvent): boolean {
    const written = writtenPress(e);
    const entry = byPress.get(written);
    if (bench.looking !== null) {
      if (e.key === 'Escape') bench.cancelPreview();
      else if (!entry?.looks) return false;
      else entry.run?.();
      return true;
    }
    if (e.altKey) return false;
    if (!written.startsWith('Ctrl')) {
      const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
      if (active.value.key(key, e)) return true;
      const arrow = nudgeBy(key, e.shiftKey);
      if (arrow) return (commands.nudge(arrow.dx, arrow.dy), true);
      const command = commands.byKey.value.get(written);
      if (command) {
        if (command.blocked) bench.message = command.blocked;
        else command.run();
        return true;
      }
    }
    entry?.run?.();
    return !!entry?.run;
  }

  /** All keys and what they do, those of commands among them. */
  const sheet = computed(() => {
    const [own, others] = [TABLE.slice(0, tools.length), TABLE.slice(tools.length)];
    const ofCommands = [...commands.byKey.value.values()].map((c) => ({
      keys: c.keys!,
      does: c.about ?? c.label,
    }));
    return [...own, ...ofCommands, ...others].map(({ keys, does }) => ({ keys, does }));
  });

  return { press, sheet };
}
