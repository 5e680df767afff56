import Builder from 'fast-xml-builder';

/** An element that is to be written. */
export type Node = Readonly<Record<string, unknown>>;

const BUILDER = new Builder({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  format: true,
  indentBy: ' ',
  suppressEmptyNode: true,
});

type Content = Node | string | number | undefined | readonly (Node | undefined)[];

/** Makes an element of what is in it; what is undefined is left out. */
export function element(name: string, ...content: readonly Content[]): Node {
  const inside = content.flat().filter((one) => one !== undefined);
  return {
    [name]: inside.map((one) => (typeof one === 'object' ? one : { '#text': String(one) })),
  };
}

/** The same with attributes. */
export function withAttributes(
  node: Node,
  attributes: Readonly<Record<string, string | number | undefined>>,
): Node {
  const said = Object.entries(attributes).filter(([, value]) => value !== undefined);
  return { ...node, ':@': Object.fromEntries(said.map(([key, value]) => [key, String(value)])) };
}

/** Writes XML, the line that says so first. */
export function writeXml(root: Node): string {
  return `<?xml version="1.0" encoding="UTF-8"?>\n${BUILDER.build([root]).trim()}\n`;
}
