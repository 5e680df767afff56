import { strFromU8, unzipSync } from 'fflate';
import { child, childrenOf, readXml, type Unreadable } from './xml';

/** A score is never larger than this, packed or not. */
const LARGEST_BYTES = 60_000_000;

function decoded(bytes: Uint8Array): string {
  const [first, second, third] = bytes;
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (first === 0 && second === 0x3c) return new TextDecoder('utf-16be').decode(bytes);
  if (first === 0x3c && second === 0 && third !== undefined)
    return new TextDecoder('utf-16le').decode(bytes);
  const head = strFromU8(bytes.subarray(0, 200), true);
  const named = /encoding\s*=\s*["']([\w.:-]+)["']/.exec(head)?.[1] ?? 'utf-8';
  try {
    return new TextDecoder(named).decode(bytes);
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
