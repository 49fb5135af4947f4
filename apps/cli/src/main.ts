// `rosehip`: the same computation from a shell.
import { Command, CommanderError } from 'commander';
import { JobError, ReadError, SettingError } from '@rosehip/core';
import { adapt } from './adapt.ts';
import { backup } from './backup.ts';
import { check } from './check.ts';
import { choose } from './choose.ts';
import { fonts } from './fonts.ts';
import { fromPicture } from './from-picture.ts';
import { hoopings } from './hoopings.ts';
import { letter } from './letter.ts';
import { listMakings, make } from './make.ts';
import { mend } from './mend.ts';
import { readObjects } from './read-objects.ts';
import { recipes } from './recipes.ts';
import { render } from './render.ts';
import { sheet } from './sheet.ts';
import { listStick, USUAL_STICK, writeStick } from './stick.ts';
import { stitch } from './stitch.ts';
import { threads } from './threads.ts';
import { UsageError } from './usage-error.ts';

const LIMIT = ['--limit <stitches>', 'most stitches of a design; one object may have a fifth'] as const;

/** Runs one command line. Answers 0, or 2 after one line on standard error that says what to do. */
export async function main(args: string[]): Promise<number> {
  const program = new Command('rosehip')
    .description('Turns drawings into stitches, and looks at stitch files.')
    .exitOverride()
    .configureOutput({ outputError: () => {}, writeErr: () => {} })
    .showSuggestionAfterError();
  program
    .command('stitch')
    .argument('<in>', 'an SVG drawing or a .rosehip.json design')
    .option('--recipe <kind>', 'how shapes of an SVG are stitched')
    .option('--set <name=value...>', 'a setting of the recipe', [])
    .option('--cloth <name>', 'the cloth it is sewn on')
    .option('--start <x,y>', 'where the first object begins, in mm from the middle')
    .option('--end <x,y>', 'where the last object ends')
    .requiredOption('--out <file.dst>', 'the stitch file to write')
    .option(...LIMIT)
    .action(stitch);
  program
    .command('render')
    .argument('<in>', 'an SVG drawing, a .rosehip.json design or a .dst stitch file')
    .option('--view <view>', 'lines, needle or cloth', 'cloth')
    .requiredOption('--out <file.png>', 'the picture to write')
    .option('--width <pixels>', 'width of the picture', '1200')
    .option(...LIMIT)
    .action(render);
  program
    .command('check')
    .argument('<in>', 'an SVG drawing, a .rosehip.json design or a .dst stitch file')
    .option('--json', 'as JSON')
    .option(...LIMIT)
    .action(check);
  program
    .command('backup')
    .description('everything on the shelf of a running Rosehip, out to a file or in again')
    .option('--out <file>', 'the file to write')
    .option('--in <file>', 'the file to bring in')
    .option('--server <address>', 'where Rosehip runs', `http://127.0.0.1:${process.env.PORT ?? 5180}`)
    .action(backup);
  program
    .command('letter')
    .argument('<text>', 'the words; a new line where \\n stands')
    .requiredOption('--font <name>', 'a font that ships with Rosehip, or a font file')
    .option('--height <mm>', 'height of capitals', '20')
    .option('--arc <mm>', 'radius of an arc to stand on; negative: hanging')
    .option('--recipe <kind>', 'how letters are stitched', 'lettering')
    .option('--set <name=value...>', 'a setting of the recipe', [])
    .requiredOption('--out <file>', 'the .dst stitch file or .rosehip.json design to write')
    .action((text: string, options) => letter(text.replaceAll('\\n', '\n'), options));
  program
    .command('make')
    .description('what the Make page makes: a border, copies, a mesh beneath, …')
    .argument('<what>', 'what is made, as `rosehip makings` lists it')
    .argument('<in>', 'a .rosehip.json design, an SVG drawing or a .dst stitch file')
    .option('--of <name...>', 'the things it is made of, by their names; left out: everything', [])
    .requiredOption('--out <file>', 'the .rosehip.json design or .dst stitch file to write')
    .action(make);
  program.command('makings').description('lists what can be made').action(listMakings);
  program
    .command('mend')
    .argument('<in>', 'a .dst stitch file, or a .rosehip.json design with plain stitches')
    .option('--ties', 'tie threads in and off where they are not')
    .option('--short <mm>', 'join shorter stitches to their neighbours')
    .option('--long <mm>', 'part longer stitches')
    .requiredOption('--out <file>', 'the .dst stitch file or .rosehip.json design to write')
    .action(mend);
  program
    .command('read-objects')
    .argument('<in>', 'a .dst stitch file, or a .rosehip.json design with plain stitches')
    .option('--sure <percent>', 'what is less sure than this stays stitches', '50')
    .option('--cloth <name>', 'the cloth that the stitches were made for')
    .requiredOption('--out <file>', 'the .rosehip.json design to write')
    .action(readObjects);
  program
    .command('from-picture')
    .argument('<in>', 'a PNG, JPEG, WebP, GIF or SVG picture')
    .option('--width <mm>', 'how wide what is sewn is to be', '90')
    .option('--colours <number>', 'how many; left out: as many as the picture proposes')
    .option('--satin <share>', 'from 0, more fill, to 1, more satin', '0.5')
    .option('--ground <what>', 'corners: what has their colour; clear: only what is clear', 'corners')
    .option(
      '--as <way>',
      'areas, outlines, middle (the middle lines of what is drawn) or shaded lines',
      'areas',
    )
    .option('--threads <number>', 'of shaded lines: 1 to 5', '1')
    .option('--lines <how>', 'of shaded lines: parallel, contour or spiral', 'parallel')
    .option('--spacing <mm>', 'of shaded lines, from line to line')
    .option('--cloth <name>', 'the cloth it is sewn on')
    .requiredOption('--out <file>', 'the .rosehip.json design or .dst stitch file to write')
    .action(fromPicture);
  program
    .command('choose')
    .argument('<in>', 'an SVG drawing or a .rosehip.json design')
    .option('--satin <share>', 'from 0, more fill, to 1, more satin', '0.5')
    .option('--cloth <name>', 'the cloth it is sewn on')
    .requiredOption('--out <file>', 'the .rosehip.json design or .dst stitch file to write')
    .action(choose);
  program
    .command('adapt')
    .argument('<in>', 'a .rosehip.json design, an SVG drawing or a .dst stitch file')
    .option('--cloth <name>', 'the cloth that it is to be sewn on; cap: what goes with a cap, too')
    .option('--width <mm>', 'how wide what is sewn is to be')
    .option('--height <mm>', 'how high it is to be')
    .option('--hoop <size>', 'width and height of the hoop, as in 130x180')
    .option('--without <rule...>', 'what is not to be done by itself', [])
    .requiredOption('--out <file>', 'the .rosehip.json design or .dst stitch file to write')
    .action(adapt);
  program
    .command('hoopings')
    .argument('<in>', 'a .rosehip.json design, an SVG drawing or a .dst stitch file')
    .option('--hoop <size>', 'width and height of the hoop, as in 130x180; left out: as the design has it')
    .requiredOption('--out <folder>', 'where a stitch file a hooping is written')
    .action(hoopings);
  program
    .command('threads')
    .argument('<in>', 'a .rosehip.json design, an SVG drawing or a .dst stitch file')
    .option('--to <chart>', 'move it to this chart: an id, or a CSV or GPL file')
    .option('--out <file>', 'the .rosehip.json design or .dst stitch file to write')
    .action(threads);
  program
    .command('sheet')
    .description('the sewing sheet, as a PDF')
    .argument('<in>', 'a .rosehip.json design, an SVG drawing or a .dst stitch file')
    .option('--paper <size>', 'a4 or letter', 'a4')
    .option('--machine <id>', 'the machine that it is sewn on', 'kitchen')
    .option('--inches', 'lengths in inches')
    .option('--without <part...>', 'what is not on it: picture, steps, threads, advice, notes, template', [])
    .requiredOption('--out <file.pdf>', 'the sheet to write')
    .action(sheet);
  const stick = program.command('stick').description('the memory stick in this computer’s slot');
  const FOLDER = [
    '--stick <folder>',
    'the folder that stands for it',
    process.env.STICK ?? USUAL_STICK,
  ] as const;
  stick
    .command('list')
    .argument('[folder]', 'a folder on it')
    .option(...FOLDER)
    .action(listStick);
  stick
    .command('write')
    .argument('<in>', 'a .rosehip.json design, an SVG drawing or a .dst stitch file')
    .option('--name <name>', 'what the file is called there')
    .option('--replace', 'write over a file of that name')
    .option(...FOLDER)
    .action(writeStick);
  program.command('fonts').option('--json', 'as JSON').action(fonts);
  program.command('recipes').option('--json', 'as JSON').action(recipes);
  try {
    await program.parseAsync(args, { from: 'user' });
    return 0;
  } catch (error) {
    if (error instanceof CommanderError && error.exitCode === 0) return 0;
    const known =
      error instanceof CommanderError ||
      error instanceof JobError ||
      error instanceof ReadError ||
      error instanceof SettingError ||
      error instanceof UsageError;
    if (!known) throw error;
    const text =
      error.message === '(outputHelp)'
        ? 'Say what to do: stitch, from-picture, choose, adapt, threads, hoopings, letter, mend, read-objects, render, check, sheet, stick, backup, fonts or recipes.'
        : error.message;
    console.error(`rosehip: ${text.replace(/^error: /, '').replace(/\s*\n\s*/g, ' ')}`);
    return 2;
  }
}
