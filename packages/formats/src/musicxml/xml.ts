import { XMLParser, XMLValidator } from 'fast-xml-parser';

/** An element: its name, its attributes, what is in it in order, and its text. */
export interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  readonly text: string;
}

/** What a file is not readable for. */
export interface Unreadable {
  readonly why: string;
}

type Raw = Readonly<Record<string, unknown>>;

const PARSER = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: true,
  ignoreDeclaration: true,
  ignorePiTags: true,
  removeNSPrefix: true,
});

/** Reads XML; why it cannot be, where it is none. Nothing outside of it is fetched. */
export function readXml(text: string): Element | Unreadable {
  // eslint-disable-next-line @typescript-eslint/no-deprecated -- its successor does not run in browsers
  const checked = XMLValidator.validate(text, { allowBooleanAttributes: true });
  if (checked !== true) {
    const { msg, line } = checked.err;
    return { why: `It is not well-formed XML: ${msg} (line ${line}) Export it once more.` };
  }
  try {
    const roots = (PARSER.parse(text) as readonly Raw[]).flatMap((one) => elementOf(one) ?? []);
    const [root] = roots.filter((one) => !one.name.startsWith('!') && !one.name.startsWith('?'));
    return root ?? { why: 'There is nothing in it.' };
  } catch (error) {
    return { why: `It cannot be read as XML: ${String(error).slice(0, 120)}` };
  }
}

export function child(of: Element | undefined, name: string): Element | undefined {
  return of?.children.find((one) => one.name === name);
}

export function childrenOf(of: Element | undefined, name: string): readonly Element[] {
  return of?.children.filter((one) => one.name === name) ?? [];
}

/** The text of a child; undefined where there is none or it is empty. */
export function textOf(of: Element | undefined, name: string): string | undefined {
  const text = child(of, name)?.text;
  return text === undefined || text === '' ? undefined : text;
}

/** The number a child says; undefined where it says none. */
export function numberOf(of: Element | undefined, name: string): number | undefined {
  return toNumber(textOf(of, name));
}

export function toNumber(text: string | undefined): number | undefined {
  const value = text === undefined ? NaN : Number(text);
  return Number.isFinite(value) ? value : undefined;
}

function elementOf(raw: Raw): Element | undefined {
  const name = Object.keys(raw).find((key) => key !== ':@');
  if (name === undefined || name === '#text') return undefined;
  const inside = Array.isArray(raw[name]) ? (raw[name] as readonly Raw[]) : [];
  const attributes = (raw[':@'] ?? {}) as Record<string, string>;
  const text = inside
    .map((one) => (typeof one['#text'] === 'string' ? one['#text'] : ''))
    .join('')
    .trim();
  return { name, attributes, text, children: inside.flatMap((one) => elementOf(one) ?? []) };
}
