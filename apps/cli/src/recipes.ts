// `rosehip recipes`: the stitch kinds with their settings, made from the core's table.
import { sewnFrom, STITCH_KINDS, type NumberSetting, type Setting } from '@rosehip/core';

/** The default in words: a number, another setting's, or the cloth's to say. */
const defaultOf = (s: NumberSetting): string | number =>
  s.default ?? (s.follows ? `as ${s.follows}` : 'by cloth');

const range = (s: Setting): string =>
  s.type === 'number'
    ? `${s.least}–${s.most} ${s.unit}, ${defaultOf(s)}`
    : `${s.choices.map((c) => c.value).join(' | ')}, ${s.default}`;

export function recipes(options: { json?: boolean }): void {
  if (options.json) {
    console.log(
      JSON.stringify(
        STITCH_KINDS.map(({ id, name, summary, settings }) => ({
          id,
          name,
          summary,
          from: sewnFrom({ kind: id, settings: {} }),
          settings: settings.map((s) =>
            s.type === 'number'
              ? {
                  name: s.name,
                  label: s.label,
                  unit: s.unit,
                  least: s.least,
                  most: s.most,
                  default: defaultOf(s),
                }
              : { name: s.name, label: s.label, choices: s.choices.map((c) => c.value), default: s.default },
          ),
        })),
        null,
        1,
      ),
    );
    return;
  }
  for (const kind of STITCH_KINDS) {
    console.log(`${kind.id.padEnd(14)}${kind.name}: ${kind.summary}`);
    for (const s of kind.settings) console.log(`  ${s.name.padEnd(14)}${s.label} (${range(s)})`);
  }
}
