// Styles of SVG elements: presentation attributes, then <style> rules by specificity, then style attributes.
import { compile, type Options } from 'css-select';
import { parse as parseSelector, type Selector } from 'css-what';
import postcss from 'postcss';
import { allNodes, type SvgNode } from './tree.ts';
import type { Work } from './work.ts';

const PROPERTIES = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-linecap',
  'stroke-linejoin',
  'fill-rule',
  'clip-path',
  'clip-rule',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'display',
  'visibility',
  'color',
] as const;
type Property = (typeof PROPERTIES)[number];
export type Style = Record<Property, string>;

const INHERITED: Style = {
  fill: '#000000',
  stroke: 'none',
  'stroke-width': '1',
  'stroke-linecap': 'butt',
  'stroke-linejoin': 'miter',
  'fill-rule': 'nonzero',
  'clip-path': 'none',
  'clip-rule': 'nonzero',
  'font-family': 'sans-serif',
  'font-size': '16',
  'font-weight': 'normal',
  'text-anchor': 'start',
  display: 'inline',
  visibility: 'visible',
  color: '#000000',
};

const isProperty = (name: string): name is Property => (PROPERTIES as readonly string[]).includes(name);

const MOST_RULES = 2_000;
/** Ancestors that one rule may be looked for among: each multiplies the places to look. */
const MOST_DESCENTS = 3;
/** What looks around an element instead of at it and above it takes time that grows with the square of the file. */
const LOOKS_AROUND = new Set([
  'sibling',
  'adjacent',
  'parent',
  'column-combinator',
  'pseudo',
  'pseudo-element',
]);
/** Values are no longer than this. */
const LONGEST_VALUE = 1_000;

const adapterFor = (work: Work): NonNullable<Options<SvgNode, SvgNode>['adapter']> => ({
  isTag: (node): node is SvgNode => node !== null,
  getAttributeValue: (node, name) => node.attributes[name],
  getChildren: (node) => node.children,
  getName: (node) => node.name,
  getParent: (node) => {
    work.spend(1);
    return node.parent;
  },
  getSiblings: (node) => node.parent?.children ?? [node],
  getText: (node) => node.text,
  hasAttrib: (node, name) => name in node.attributes,
  removeSubsets: (nodes) => nodes,
});

interface Rule {
  /** Elements that the rule can be about: those with this class, id or name; null for any. */
  key: string | null;
  matches: (node: SvgNode) => boolean;
  weight: number;
  order: number;
  declarations: [Property, string][];
}

/** What an element must have for the last part of a selector: the rule is tried on no others. */
function keyOf(selector: Selector[]): string | null {
  let name: string | null = null;
  for (const part of selector.toReversed()) {
    if (part.type === 'descendant' || part.type === 'child') break;
    if (part.type === 'attribute' && part.name === 'class' && part.action === 'element')
      return `.${part.value}`;
    if (part.type === 'attribute' && part.name === 'id' && part.action === 'equals') return `#${part.value}`;
    if (part.type === 'tag') name = part.name;
  }
  return name;
}

const keysOf = (node: SvgNode): (string | null)[] => [
  null,
  node.name,
  `#${node.attributes.id ?? ''}`,
  ...new Set((node.attributes.class ?? '').split(/\s+/).map((c) => `.${c}`)),
];

/** Specificity as one number: ids, then classes and attributes, then names. */
function weightOf(selector: Selector[]): number {
  let weight = 0;
  for (const part of selector) {
    if (part.type === 'attribute') weight += part.name === 'id' ? 10_000 : 100;
    else if (part.type === 'pseudo') weight += 100;
    else if (part.type === 'tag') weight += 1;
  }
  return weight;
}

const declarationsOf = (css: postcss.Container): [Property, string][] => {
  const out: [Property, string][] = [];
  css.each((node) => {
    if (node.type === 'decl' && isProperty(node.prop.toLowerCase()))
      out.push([node.prop.toLowerCase() as Property, node.value.trim()]);
  });
  return out;
};

/** The rules of a style sheet by what they can be about. */
function rulesOf(css: string, tell: (note: string) => void, work: Work): Map<string | null, Rule[]> {
  const rules = new Map<string | null, Rule[]>();
  const options = { adapter: adapterFor(work), xmlMode: true, cacheResults: false };
  let order = 0;
  const leaveOut = (text: string, why: string): void => {
    tell(`The style rule "${text.slice(0, 60)}" ${why} and was left out.`);
  };
  const add = (text: string, declarations: Rule['declarations']): void => {
    const parsed = parseSelector(text);
    for (const selector of parsed) {
      const descents = selector.filter((part) => part.type === 'descendant').length;
      if (descents > MOST_DESCENTS || selector.some((part) => LOOKS_AROUND.has(part.type)))
        return leaveOut(text, 'looks too far around');
    }
    const matches = compile<SvgNode, SvgNode>(parsed, options);
    for (const selector of parsed) {
      const key = keyOf(selector);
      const list = rules.get(key) ?? [];
      list.push({ key, matches, weight: weightOf(selector), order, declarations });
      rules.set(key, list);
    }
    order++;
  };
  try {
    postcss.parse(css).walkRules((rule) => {
      const declarations = declarationsOf(rule);
      if (!declarations.length) return;
      for (const text of rule.selectors) {
        if (order >= MOST_RULES) return;
        try {
          add(text, declarations);
        } catch {
          leaveOut(text, 'could not be read');
        }
      }
    });
  } catch (error) {
    tell(`A <style> element could not be read and was left out: ${(error as Error).message}`);
  }
  if (order >= MOST_RULES) tell(`Only the first ${MOST_RULES} style rules were read.`);
  return rules;
}

/**
 * Gives the style of any element of the tree; what could not be read is given to `tell`. Throws ReadError when the
 * rules take more work than a drawing may.
 */
export function stylesOf(
  root: SvgNode,
  tell: (note: string) => void,
  work: Work,
): (node: SvgNode, inherited: Style | null) => Style {
  const css = [...allNodes(root)]
    .filter((n) => n.name === 'style')
    .map((n) => n.text)
    .join('\n');
  const rules = rulesOf(css, tell, work);
  /** Style attributes that were read before: drawings say the same many times. */
  const read = new Map<string, Rule['declarations']>();
  return (node, inherited) => {
    const style: Style = { ...(inherited ?? INHERITED), display: 'inline', 'clip-path': 'none' };
    const set = (name: Property, value: string): void => {
      if (value.length > LONGEST_VALUE) tell(`Line ${node.line}: the ${name} is too long to be one.`);
      else if (value && value !== 'inherit') style[name] = value.replace(/\s*!important$/, '');
    };
    for (const name of PROPERTIES) if (node.attributes[name]) set(name, node.attributes[name].trim());
    const about = rules.size ? keysOf(node).flatMap((key) => rules.get(key) ?? []) : [];
    for (const rule of about.sort((a, b) => a.weight - b.weight || a.order - b.order)) {
      work.spend(1);
      if (rule.matches(node)) for (const [name, value] of rule.declarations) set(name, value);
    }
    if (node.attributes.style) {
      try {
        const text = node.attributes.style;
        if (!read.has(text)) read.set(text, declarationsOf(postcss.parse(text)));
        for (const [name, value] of read.get(text)!) set(name, value);
      } catch {
        tell(`Line ${node.line}: the style attribute could not be read.`);
      }
    }
    return style;
  };
}
