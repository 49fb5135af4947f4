// Styles of SVG elements: presentation attributes, then <style> rules by specificity, then style attributes.
import { is, type Options } from 'css-select';
import { parse as parseSelector, type Selector } from 'css-what';
import postcss from 'postcss';
import { allNodes, type SvgNode } from './tree.ts';

const PROPERTIES = ['fill', 'stroke', 'stroke-width', 'fill-rule', 'display', 'visibility', 'color'] as const;
type Property = (typeof PROPERTIES)[number];
export type Style = Record<Property, string>;

const INHERITED: Style = {
  fill: '#000000',
  stroke: 'none',
  'stroke-width': '1',
  'fill-rule': 'nonzero',
  display: 'inline',
  visibility: 'visible',
  color: '#000000',
};

const isProperty = (name: string): name is Property => (PROPERTIES as readonly string[]).includes(name);

const MOST_RULES = 2_000;

const adapter: NonNullable<Options<SvgNode, SvgNode>['adapter']> = {
  isTag: (node): node is SvgNode => node !== null,
  getAttributeValue: (node, name) => node.attributes[name],
  getChildren: (node) => node.children,
  getName: (node) => node.name,
  getParent: (node) => node.parent,
  getSiblings: (node) => node.parent?.children ?? [node],
  getText: (node) => node.text,
  hasAttrib: (node, name) => name in node.attributes,
  removeSubsets: (nodes) => nodes,
};

interface Rule {
  selector: Selector[][];
  weight: number;
  declarations: [Property, string][];
}

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

function rulesOf(css: string, notes: string[]): Rule[] {
  const rules: Rule[] = [];
  try {
    postcss.parse(css).walkRules((rule) => {
      const declarations = declarationsOf(rule);
      if (!declarations.length || rules.length > MOST_RULES) return;
      for (const text of rule.selectors) {
        try {
          const selector = parseSelector(text);
          rules.push({ selector, weight: weightOf(selector[0]), declarations });
        } catch {
          notes.push(`The style rule "${text.slice(0, 60)}" could not be read and was left out.`);
        }
      }
    });
  } catch (error) {
    notes.push(`A <style> element could not be read and was left out: ${(error as Error).message}`);
  }
  return rules.sort((a, b) => a.weight - b.weight);
}

/** Gives the style of any element of the tree; what could not be read is told in `notes`. */
export function stylesOf(root: SvgNode, notes: string[]): (node: SvgNode, inherited: Style | null) => Style {
  const rules = rulesOf(
    [...allNodes(root)]
      .filter((n) => n.name === 'style')
      .map((n) => n.text)
      .join('\n'),
    notes,
  );
  return (node, inherited) => {
    const style: Style = { ...(inherited ?? INHERITED), display: 'inline' };
    const set = (name: Property, value: string): void => {
      if (value && value !== 'inherit') style[name] = value.replace(/\s*!important$/, '');
    };
    for (const name of PROPERTIES) if (node.attributes[name]) set(name, node.attributes[name].trim());
    for (const rule of rules) {
      let matches = false;
      try {
        matches = is(node, rule.selector as Selector[][], { adapter, xmlMode: true, cacheResults: false });
      } catch {
        matches = false; // a pseudo-class that has no meaning in a file
      }
      if (matches) for (const [name, value] of rule.declarations) set(name, value);
    }
    if (node.attributes.style) {
      try {
        for (const [name, value] of declarationsOf(postcss.parse(node.attributes.style))) set(name, value);
      } catch {
        notes.push(`Line ${node.line}: the style attribute could not be read.`);
      }
    }
    return style;
  };
}
