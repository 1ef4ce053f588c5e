import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { Unreadable } from './kinds.ts';

/** An element with what is in it, in order. */
export interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly inside: readonly Element[];
  /** The text in it, without that of elements. */
  readonly text: string;
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: true,
  // Only those that XML itself has: declared ones are refused before.
  processEntities: true,
});

/** Reads XML. Throws {@link Unreadable} with the line where it is broken, or where it declares entities. */
export function readXml(text: string): Element {
  if (/<!ENTITY/i.test(text)) throw new Unreadable('xml-entities');
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new Unreadable('xml-broken', { line: valid.err.line, why: valid.err.msg });
  let nodes: unknown;
  try {
    nodes = parser.parse(text);
  } catch (error) {
    throw new Unreadable('xml-broken', { line: 1, why: String(error instanceof Error ? error.message : error) });
  }
  const root = elementsOf(nodes, 0).find(({ name }) => !name.startsWith('?'));
  if (!root) throw new Unreadable('xml-broken', { line: 1, why: 'there is no element' });
  return root;
}

/** No file that a person wrote is nested so deeply. */
const DEEPEST = 60;

function elementsOf(nodes: unknown, depth: number): readonly Element[] {
  if (!Array.isArray(nodes)) return [];
  if (depth > DEEPEST) throw new Unreadable('xml-broken', { line: 1, why: 'it is nested too deeply' });
  return nodes.flatMap((node: Readonly<Record<string, unknown>>): Element[] => {
    const name = Object.keys(node).find((key) => key !== ':@' && key !== '#text');
    if (name === undefined) return [];
    const inner = node[name];
    const text = Array.isArray(inner)
      ? inner.map((one: Readonly<Record<string, unknown>>) => String(one['#text'] ?? '')).join('')
      : '';
    const attributes = (node[':@'] ?? {}) as Readonly<Record<string, string>>;
    return [{ name, attributes, inside: elementsOf(inner, depth + 1), text: text.trim() }];
  });
}

export const childrenOf = ({ inside }: Element, name: string): readonly Element[] =>
  inside.filter((one) => one.name === name);
export const childOf = ({ inside }: Element, name: string): Element | undefined =>
  inside.find((one) => one.name === name);
export const textOf = (of: Element, name: string): string | undefined => childOf(of, name)?.text;
export const numberOf = (of: Element, name: string): number | undefined => {
  const value = Number(textOf(of, name) ?? NaN);
  return Number.isFinite(value) ? value : undefined;
};
