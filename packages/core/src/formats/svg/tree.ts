// The tree of an SVG file. Nothing is fetched and nothing is run: entities beyond XML's own five are refused.
import { SaxesParser } from 'saxes';
import { checkSize, READ_LIMITS, ReadError } from '../read-error.ts';

export interface SvgNode {
  /** Local name, without a namespace prefix. */
  name: string;
  attributes: Record<string, string>;
  children: SvgNode[];
  parent: SvgNode | null;
  text: string;
  /** Line of the file where it begins. */
  line: number;
}

const MOST_ELEMENTS = 50_000;

const localName = (name: string): string => name.slice(name.indexOf(':') + 1);

/** Reads the text of an SVG file. Throws ReadError with the line where it breaks. */
export function parseSvgTree(text: string): SvgNode {
  checkSize(text.length);
  const parser = new SaxesParser({ xmlns: false, position: true });
  let root: SvgNode | null = null;
  let at: SvgNode | null = null;
  let count = 0;
  let depth = 0;
  /** The <text> that is being read: all that is written in it is its own. */
  let words: SvgNode | null = null;
  parser.on('error', (error) => {
    throw new ReadError(`The SVG file is broken: ${error.message.replace(/^undefined:/, 'line ')}`);
  });
  parser.on('opentag', (tag) => {
    if (++count > MOST_ELEMENTS) throw new ReadError(`The SVG file has more than ${MOST_ELEMENTS} elements.`);
    if (++depth > READ_LIMITS.nesting)
      throw new ReadError(`Line ${parser.line}: elements are nested more than ${READ_LIMITS.nesting} deep.`);
    const attributes: Record<string, string> = Object.create(null);
    for (const [name, value] of Object.entries(tag.attributes))
      attributes[name === 'xlink:href' ? 'href' : name] = String(value);
    const node: SvgNode = {
      name: localName(tag.name),
      attributes,
      children: [],
      parent: at,
      text: '',
      line: parser.line,
    };
    if (at) at.children.push(node);
    else root = node;
    if (node.name === 'text') words ??= node;
    // A part of it that is put somewhere else is a line of its own.
    else if (
      words &&
      (attributes.y !== undefined || (attributes.x !== undefined && attributes.dy !== undefined))
    )
      words.text += '\n';
    at = node;
  });
  const addText = (t: string): void => {
    if (at && (at.name === 'style' || at.name === 'title')) at.text += t;
    else if (at && words) words.text += t.replace(/\n/g, ' ');
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  parser.on('closetag', () => {
    depth--;
    if (at === words) words = null;
    at = at!.parent;
  });
  parser.write(text).close();
  const found = root as SvgNode | null;
  if (found?.name !== 'svg') throw new ReadError('This is no SVG file: it has no <svg> element.');
  return found;
}

export function* allNodes(node: SvgNode): Generator<SvgNode> {
  yield node;
  for (const child of node.children) yield* allNodes(child);
}
