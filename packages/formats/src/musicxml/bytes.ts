import { strFromU8, unzipSync } from 'fflate';
import { child, childrenOf, readXml, type Unreadable } from './xml';

/** A score is never larger than this, packed or not. */
const LARGEST_BYTES = 60_000_000;

/** How text begins in codings of two bytes a sign, with a mark of their order or without. */
const WIDE: readonly (readonly [first: number, second: number, coding: string])[] = [
  [0xfe, 0xff, 'utf-16be'],
  [0xff, 0xfe, 'utf-16le'],
  [0, 0x3c, 'utf-16be'],
  [0x3c, 0, 'utf-16le'],
];

/** The text of a score, packed or not; why it cannot be read. */
export function scoreText(bytes: Uint8Array): string | Unreadable {
  if (bytes.length > LARGEST_BYTES) return { why: 'The file is larger than 60 MB.' };
  if (!isZip(bytes)) return decoded(bytes);
  try {
    const score = unpacked(bytes);
    return score instanceof Uint8Array ? decoded(score) : score;
  } catch {
    return { why: 'The packed file is damaged. Export it once more.' };
  }
}

function codingOf(bytes: Uint8Array): string {
  const wide = WIDE.find(([first, second]) => bytes[0] === first && bytes[1] === second);
  if (wide) return wide[2];
  const head = strFromU8(bytes.subarray(0, 200), true);
  return /encoding\s*=\s*["']([\w.:-]+)["']/.exec(head)?.[1] ?? 'utf-8';
}

function decoded(bytes: Uint8Array): string {
  try {
    return new TextDecoder(codingOf(bytes)).decode(bytes);
  } catch {
    return new TextDecoder('utf-8').decode(bytes);
  }
}

function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] ?? 9) < 8;
}

/** The score in a packed file: the one its container names, else the first that looks like one. */
function unpacked(bytes: Uint8Array): Uint8Array | Unreadable {
  let size = 0;
  const isScore = (name: string): boolean => /\.(xml|musicxml)$/i.test(name);
  const files = unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      if (!isScore(name) || size + originalSize > LARGEST_BYTES) return false;
      size += originalSize;
      return true;
    },
  });
  const container = files['META-INF/container.xml'];
  const root = container && readXml(decoded(container));
  const rootfiles = root && 'name' in root ? childrenOf(child(root, 'rootfiles'), 'rootfile') : [];
  const named = rootfiles
    .map(({ attributes }) => attributes['full-path'] ?? '')
    .find((path) => files[path]);
  const name = named ?? Object.keys(files).find((one) => !one.startsWith('META-INF'));
  const found = name === undefined ? undefined : files[name];
  return found ?? { why: 'There is no score in this packed file.' };
}
