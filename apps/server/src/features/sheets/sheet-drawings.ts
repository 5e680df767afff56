import type { Fingers, Grip } from '@harvu/core/fretboard';
import { countWords, type CountSchool, type Pattern, type Slot } from '@harvu/core/rhythm';

const INK = '#1b2625';
const SOFT = '#56615c';

function svg(width: number, height: number, parts: readonly string[]): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${parts.join('')}</svg>`;
}

function line(path: string, width = 0.8, colour = INK): string {
  return `<path d="${path}" stroke="${colour}" stroke-width="${width}" fill="none"/>`;
}

/** Counts have "&", which XML keeps for itself. */
function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
}

interface Label {
  readonly text: string;
  readonly colour?: string;
  readonly size?: number;
}

function label(x: number, y: number, { text, colour = INK, size = 8 }: Label): string {
  return `<text x="${x}" y="${y}" font-family="Text" font-size="${size}" fill="${colour}" text-anchor="middle">${escaped(text)}</text>`;
}

const STRING_GAP = 10;
const FRET_GAP = 13;
const LEFT = 16;
const TOP = 14;
const LEAST_FRETS = 4;

/** Strings from the left as the player sees them: the lowest first, or last for a left-handed one. */
function placer(count: number, isMirrored: boolean): (place: number) => number {
  return (place) => LEFT + (isMirrored ? count - 1 - place : place) * STRING_GAP;
}

function markAbove(x: number, fret: number | null): string {
  const y = TOP - 6;
  if (fret === 0) {
    return `<circle cx="${x}" cy="${y}" r="2.6" stroke="${INK}" stroke-width="0.9" fill="none"/>`;
  }
  return fret === null
    ? line(
        `M${x - 2.4} ${y - 2.4}L${x + 2.4} ${y + 2.4}M${x - 2.4} ${y + 2.4}L${x + 2.4} ${y - 2.4}`,
      )
    : '';
}

/** Draws a grip: strings upright, fingers as numbered dots, the lowest fret named where it is not the first. */
export function gripSvg(
  grip: Grip,
  fingers: Fingers,
  { isMirrored }: { readonly isMirrored: boolean },
): string {
  const fretted = grip.flatMap((fret) => (fret !== null && fret > 0 ? [fret] : []));
  const highest = Math.max(0, ...fretted);
  const first = highest <= LEAST_FRETS ? 1 : Math.min(...fretted);
  const frets = Math.max(LEAST_FRETS, highest - first + 1);
  const xOf = placer(grip.length, isMirrored);
  const [right, bottom] = [LEFT + (grip.length - 1) * STRING_GAP, TOP + frets * FRET_GAP];
  const rows = Array.from({ length: frets + 1 }, (_, row) => TOP + row * FRET_GAP);
  const dots = grip.flatMap((fret, place) => {
    if (fret === null || fret === 0) return [];
    const [x, y] = [xOf(place), TOP + (fret - first + 0.5) * FRET_GAP];
    const finger = fingers[place];
    const circle = `<circle cx="${x}" cy="${y}" r="4.6" fill="${INK}"/>`;
    return finger == null
      ? [circle]
      : [circle, label(x, y + 2.4, { text: String(finger), colour: '#ffffff', size: 7 })];
  });
  return svg(right + 12, bottom + 4, [
    ...rows.map((y) => line(`M${LEFT} ${y}H${right}`, 0.6, SOFT)),
    ...grip.map((_, place) => line(`M${xOf(place)} ${TOP}V${bottom}`, 0.7)),
    first === 1
      ? line(`M${LEFT - 0.4} ${TOP}H${right + 0.4}`, 2.2)
      : label(LEFT - 9, TOP + 9, { text: String(first), colour: SOFT }),
    ...grip.map((fret, place) => markAbove(xOf(place), fret)),
    ...dots,
  ]);
}

const SLOT_WIDTH = 19;
const ARROW_TOP = 4;
const ARROW_BOTTOM = 24;

function arrow(x: number, isDown: boolean): string {
  const [tip, base] = isDown ? [ARROW_BOTTOM, ARROW_BOTTOM - 5] : [ARROW_TOP, ARROW_TOP + 5];
  return (
    line(`M${x} ${ARROW_TOP}V${ARROW_BOTTOM}`, 1.2) +
    `<path d="M${x} ${tip}L${x - 3} ${base}L${x + 3} ${base}Z" fill="${INK}"/>`
  );
}

function stroke(slot: Slot, x: number): string {
  const middle = (ARROW_TOP + ARROW_BOTTOM) / 2;
  switch (slot.kind) {
    case 'rest':
      return line(`M${x - 2} ${middle}H${x + 2}`, 0.8, SOFT);
    case 'hit':
      return line(
        `M${x - 3} ${middle - 3}L${x + 3} ${middle + 3}M${x - 3} ${middle + 3}L${x + 3} ${middle - 3}`,
        1.2,
      );
    case 'strum':
      return arrow(x, slot.direction === 'down');
    case 'pluck':
      return slot.notes
        .map(({ string, finger }, index) =>
          label(x, middle + 3 - index * 9, { text: String(string ?? finger ?? ''), size: 9 }),
        )
        .join('');
  }
}

/** Draws a pattern as arrows and string numbers over their counts. */
export function patternSvg(pattern: Pattern, school: CountSchool): string {
  const counts = countWords(pattern.meter.beats, pattern.slotsPerBar, school);
  const xOf = (index: number): number => 10 + index * SLOT_WIDTH;
  const bars = Array.from({ length: pattern.bars - 1 }, (_, bar) => {
    const x = xOf((bar + 1) * pattern.slotsPerBar) - SLOT_WIDTH / 2;
    return line(`M${x} 0V38`, 0.6, SOFT);
  });
  return svg(xOf(pattern.slots.length), 38, [
    ...pattern.slots.map((slot, index) => stroke(slot, xOf(index))),
    ...pattern.slots.map((_, index) =>
      label(xOf(index), 35, { text: counts[index % counts.length] ?? '', colour: SOFT }),
    ),
    ...bars,
  ]);
}

const RUNG_WIDTH = 24;
const RUNGS_A_ROW = 9;

/** Draws the rungs of a ladder as boxes to be ticked by hand, each with its tempo; one box without a ladder. */
export function rungsSvg(tempos: readonly number[]): string {
  const rungs = tempos.length > 0 ? tempos.map(String) : [''];
  const rows = Math.max(1, Math.ceil(rungs.length / RUNGS_A_ROW));
  const width = Math.min(rungs.length, RUNGS_A_ROW) * RUNG_WIDTH + 4;
  const boxes = rungs.flatMap((bpm, index) => {
    const x = 1 + (index % RUNGS_A_ROW) * RUNG_WIDTH;
    const y = 1 + Math.floor(index / RUNGS_A_ROW) * 13;
    const box = `<rect x="${x}" y="${y}" width="8" height="8" stroke="${INK}" stroke-width="0.8" fill="none"/>`;
    return [
      box,
      `<text x="${x + 10}" y="${y + 7}" font-family="Text" font-size="7" fill="${INK}">${bpm}</text>`,
    ];
  });
  return svg(width, rows * 13, boxes);
}
