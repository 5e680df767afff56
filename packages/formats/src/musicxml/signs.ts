import type { DraftSigns } from '../draft/draft';
import { child, childrenOf, textOf, toNumber, type Element } from './xml';

/** What directions and bar lines of a bar say of where one goes on. */
export interface ReadSigns {
  opens: boolean;
  closes: number | undefined;
  endingStarts: readonly number[] | undefined;
  endingStops: boolean;
  segno: boolean;
  /** A coda sign: where one goes to, or from; without words both look alike. */
  coda: boolean;
  codaSign: boolean;
  toCoda: boolean;
  fine: boolean;
  back: DraftSigns['back'];
  /** A section begins in this bar, or after it. */
  starts: string | undefined;
  startsNext: boolean;
  /** A repeat at a bar line that belongs to the bar before or after. */
  opensNext: boolean;
  closesBefore: number | undefined;
  count: { repeats: number; endings: number; jumps: number };
}

export function noSigns(): ReadSigns {
  return {
    opens: false,
    closes: undefined,
    endingStarts: undefined,
    endingStops: false,
    segno: false,
    coda: false,
    codaSign: false,
    toCoda: false,
    fine: false,
    back: undefined,
    starts: undefined,
    startsNext: false,
    opensNext: false,
    closesBefore: undefined,
    count: { repeats: 0, endings: 0, jumps: 0 },
  };
}

const SECTION_WORDS =
  /^(intro|introduction|verse|strophe|chorus|refrain|pre-?chorus|bridge|solo|interlude|outro|ending|vamp|break|instrumental|hook|tag|middle (?:8|eight))\b[\s\w.']*$/i;

export function readBarline(barline: Element, signs: ReadSigns): void {
  const location = barline.attributes['location'];
  const [repeat, ending] = [child(barline, 'repeat'), child(barline, 'ending')];
  if (repeat) readRepeat(repeat, location, signs);
  if (ending) readEnding(ending, signs);
  const style = textOf(barline, 'bar-style') ?? '';
  if (/light-light|heavy/.test(style) && location !== 'left') signs.startsNext = true;
  if (child(barline, 'segno')) signs.segno = true;
  if (child(barline, 'coda')) signs.codaSign = true;
}

export function readSound(sound: Element, signs: ReadSigns): void {
  const { attributes } = sound;
  if (attributes['dacapo'] === 'yes') jump(signs, 'capo');
  if (attributes['dalsegno'] !== undefined) jump(signs, 'segno');
  if (attributes['segno'] !== undefined) signs.segno = true;
  if (attributes['coda'] !== undefined) signs.coda = true;
  if (attributes['tocoda'] !== undefined) signs.toCoda = true;
  if (attributes['fine'] !== undefined) signs.fine = true;
}

export function readDirection(direction: Element, signs: ReadSigns): void {
  for (const type of childrenOf(direction, 'direction-type'))
    for (const one of type.children) {
      if (one.name === 'rehearsal' && one.text) signs.starts = one.text;
      else if (one.name === 'segno') signs.segno = true;
      else if (one.name === 'coda') signs.codaSign = true;
      else if (one.name === 'words') readWords(one.text, signs);
    }
  for (const sound of childrenOf(direction, 'sound')) readSound(sound, signs);
}

/** Rounds an ending is for: "1", "1,2", "1-3", "1. 2."; the first where it says none. */
function roundsOf(text: string): readonly number[] {
  const rounds = new Set<number>();
  for (const [, from = '', to = ''] of text.matchAll(/(\d+)(?:\s*[-–]\s*(\d+))?/g)) {
    const last = Math.min(32, Number(to || from));
    for (let round = Number(from); round <= last; round += 1) if (round > 0) rounds.add(round);
  }
  return rounds.size > 0 ? [...rounds].sort((a, b) => a - b) : [1];
}

function readRepeat(repeat: Element, location: string | undefined, signs: ReadSigns): void {
  const times = Math.max(2, toNumber(repeat.attributes['times']) ?? 2);
  if (repeat.attributes['direction'] === 'forward') {
    // At the right of a bar it opens the next one.
    if (location === 'right') signs.opensNext = true;
    else signs.opens = true;
    return;
  }
  signs.count.repeats += 1;
  if (location === 'left') signs.closesBefore = times;
  else signs.closes = times;
}

function readEnding({ attributes, text }: Element, signs: ReadSigns): void {
  if (attributes['type'] !== 'start') {
    signs.endingStops = true;
    return;
  }
  const number = attributes['number'] ?? '';
  signs.endingStarts = roundsOf(/\d/.test(number) ? number : text);
  signs.count.endings += 1;
}

/** Words that are a jump, where nothing else says so. */
function readWords(text: string, signs: ReadSigns): void {
  const words = text.trim();
  if (/^d\.?\s*c\.?|^da capo/i.test(words)) jump(signs, 'capo');
  else if (/^d\.?\s*s\.?(?:\s|$)|^dal segno/i.test(words)) jump(signs, 'segno');
  else if (/^(?:to|al)\s+(?:the\s+)?coda\b/i.test(words)) signs.toCoda = true;
  else if (/^fine\.?$/i.test(words)) signs.fine = true;
  else if (/^coda\b/i.test(words)) {
    signs.coda = true;
    signs.starts ??= 'Coda';
  } else if (SECTION_WORDS.test(words)) signs.starts ??= words;
}

function jump(signs: ReadSigns, back: NonNullable<DraftSigns['back']>): void {
  if (signs.back === undefined) signs.count.jumps += 1;
  signs.back = back;
}
