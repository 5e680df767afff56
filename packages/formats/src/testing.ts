import { strToU8 } from 'fflate';

/** A score of one part, from what stands in its bars. */
export function scoreOf(...bars: readonly string[]): Uint8Array {
  const measures = bars.map((bar, at) => `<measure number="${at + 1}">${bar}</measure>`).join('');
  return scoreXml(`<part id="P1">${measures}</part>`);
}

/** A part-wise score of some parts; nothing before them. */
export function scoreXml(parts: string, names: readonly string[] = ['Guitar']): Uint8Array {
  const list = names
    .map((name, at) => `<score-part id="P${at + 1}"><part-name>${name}</part-name></score-part>`)
    .join('');
  return strToU8(
    `<?xml version="1.0"?><score-partwise version="4.0"><part-list>${list}</part-list>${parts}</score-partwise>`,
  );
}

export const FOUR_FOUR =
  '<attributes><divisions>4</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';

/** A chord symbol: its root, its kind, and what stands behind that. */
export function chord(root: string, kind = 'major', more = ''): string {
  const alter = root.includes('#')
    ? '<root-alter>1</root-alter>'
    : root.includes('b')
      ? '<root-alter>-1</root-alter>'
      : '';
  return `<harmony><root><root-step>${root.charAt(0)}</root-step>${alter}</root><kind>${kind}</kind>${more}</harmony>`;
}

export const REST = '<note><rest/><duration>16</duration></note>';

/** A note on a string. */
export function tabNote(
  place: readonly [string: number, fret: number],
  duration: number,
  more = '',
): string {
  const [string, fret] = place;
  return `<note><pitch><step>C</step><octave>4</octave></pitch><duration>${duration}</duration><notations><technical>${more}<string>${string}</string><fret>${fret}</fret></technical></notations></note>`;
}
