const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text as XML has it; control characters have no place there. */
const escaped = (text: string): string => text.replace(/\p{Cc}/gu, ' ').replace(/[&<>"]/g, (sign) => ESCAPES[sign]!);

type Attributes = Readonly<Record<string, string | number>>;

/** An element with attributes and what is in it: text, or elements in order. */
export function element(
  name: string,
  inside: string | number | readonly string[],
  attributes: Attributes = {},
): string {
  const head = `${name}${Object.entries(attributes)
    .map(([key, value]) => ` ${key}="${escaped(String(value))}"`)
    .join('')}`;
  const body = typeof inside === 'object' ? inside.join('') : escaped(String(inside));
  return body === '' ? `<${head}/>` : `<${head}>${body}</${name}>`;
}

export const empty = (name: string, attributes: Attributes = {}): string => element(name, [], attributes);
