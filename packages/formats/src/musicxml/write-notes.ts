import type { RiffNote } from '@harvu/core/riff';
import type { StruckBar } from '@harvu/core/timeline';
import { beatsToNumber } from '@harvu/core/units';
import { element, withAttributes, type Node } from './tree';

/** Parts of a quarter a length is counted in: halves, thirds, fifths and sevenths of sixteenths. */
export const DIVISIONS = 3360;
const TYPES: readonly (readonly [quarters: number, type: string])[] = [
  ...([
    [4, 'whole'],
    [2, 'half'],
    [1, 'quarter'],
    [0.5, 'eighth'],
  ] as const),
  ...([
    [0.25, '16th'],
    [0.125, '32nd'],
    [0.0625, '64th'],
  ] as const),
];
const STEPS = ['C', 'C', 'D', 'D', 'E', 'F', 'F', 'G', 'G', 'A', 'A', 'B'];
const SHARPS = new Set([1, 3, 6, 8, 10]);

/** Notes that are struck together, in parts of a quarter. */
export interface WrittenNotes extends Ties {
  readonly at: number;
  readonly until: number;
  readonly notes: readonly RiffNote[];
}

/** Whether notes sound on over a bar line, or come over one. */
interface Ties {
  readonly goesOn: boolean;
  readonly comesOver: boolean;
}

export function notesIn({ riff }: StruckBar, perBeat: number): readonly WrittenNotes[] {
  const starts = new Map<number, RiffNote[]>();
  for (const note of riff?.notes ?? []) {
    const at = Math.round(beatsToNumber(note.at) * perBeat);
    starts.set(at, [...(starts.get(at) ?? []), note]);
  }
  return [...starts].map(([at, notes]) => {
    const lasts = Math.min(...notes.map(({ beats }) => beatsToNumber(beats)));
    return { at, notes, comesOver: false, goesOn: false, until: at + Math.round(lasts * perBeat) };
  });
}

export function restNode(duration: number): Node {
  return element(
    'note',
    element('rest'),
    element('duration', duration),
    element('voice', 1),
    typeNodes(duration / DIVISIONS),
  );
}

/** What sounds on over bar lines, bar after bar. */
export class Carrying {
  private carried: { readonly notes: readonly RiffNote[]; readonly left: number } | undefined;

  /** Nothing sounds on into what comes now. */
  end(): void {
    this.carried = undefined;
  }

  /** What sounds on from the bar before comes first; what sounds on into the next one is remembered. */
  into(own: readonly WrittenNotes[], ends: number): readonly WrittenNotes[] {
    const all = [...this.over(own[0]?.at ?? ends), ...own];
    const last = all.at(-1);
    const left = last?.comesOver ? (this.carried?.left ?? 0) : (last?.until ?? 0);
    this.carried = last && left > ends ? { notes: last.notes, left: left - ends } : undefined;
    return all.map((one) => ({
      ...one,
      until: Math.min(one.until, ends),
      goesOn: this.carried !== undefined && one === last,
    }));
  }

  private over(first: number): readonly WrittenNotes[] {
    const { carried } = this;
    if (!carried || first <= 0) return [];
    const until = Math.min(first, carried.left);
    return [{ at: 0, until, notes: carried.notes, comesOver: true, goesOn: false }];
  }
}

/** Notes that are struck together, each on its string; `open` are the strings as they sound, lowest first. */
export function noteNodes(
  { notes, at, until, goesOn, comesOver }: WrittenNotes,
  open: readonly number[],
): readonly Node[] {
  return notes.map((note, place) =>
    element(
      'note',
      where(place > 0, () => element('chord')),
      pitchNode((open[open.length - note.string] ?? 40) + note.fret),
      element('duration', until - at),
      where(comesOver, () => tie('tie', 'stop')),
      where(goesOn, () => tie('tie', 'start')),
      element('voice', 1),
      typeNodes((until - at) / DIVISIONS),
      where(note.how === 'dead', () => element('notehead', 'x')),
      notationsOf(note, { goesOn, comesOver }),
    ),
  );
}

/** A tone as a score spells it by itself: its letter, and whether it is a sharp. */
export function plainTone(midi: number): { readonly step: string; readonly isSharp: boolean } {
  return { step: STEPS[midi % 12] ?? 'C', isSharp: SHARPS.has(midi % 12) };
}

function pitchNode(midi: number): Node {
  const tone = midi % 12;
  return element(
    'pitch',
    element('step', STEPS[tone]),
    SHARPS.has(tone) ? element('alter', 1) : undefined,
    element('octave', Math.floor(midi / 12) - 1),
  );
}

/** The written form of a length: its type, its dots, or the tuplet it is of. */
function typeNodes(quarters: number): readonly Node[] {
  for (const [own, type] of TYPES)
    for (const dots of [0, 1, 2])
      if (Math.abs(quarters - own * (2 - 0.5 ** dots)) < 1e-6)
        return [element('type', type), ...Array.from({ length: dots }, () => element('dot'))];
  for (const [actual, normal] of [
    [3, 2],
    [5, 4],
    [7, 4],
  ] as const)
    for (const [own, type] of TYPES)
      if (Math.abs(quarters - (own * normal) / actual) < 1e-6)
        return [
          element('type', type),
          element(
            'time-modification',
            element('actual-notes', actual),
            element('normal-notes', normal),
          ),
        ];
  return [];
}

/** An element where something is so, else nothing. */
function where(is: unknown, make: () => Node): Node | undefined {
  return is ? make() : undefined;
}

function technicalOf({ how, bend, palmMuted, plucked, finger, string, fret }: RiffNote): Node {
  return element(
    'technical',
    where(how === 'hammered', () => withAttributes(element('hammer-on'), { type: 'stop' })),
    where(how === 'pulled off', () => withAttributes(element('pull-off'), { type: 'stop' })),
    where(how === 'harmonic', () => element('harmonic', element('natural'))),
    bend && bendNode(bend),
    where(palmMuted, () => element('other-technical', 'palm mute')),
    where(plucked, () => element('pluck', plucked)),
    where(finger, () => element('fingering', finger)),
    element('string', string),
    element('fret', fret),
  );
}

function bendNode({ quarterTones, isReleased }: NonNullable<RiffNote['bend']>): Node {
  return element(
    'bend',
    element('bend-alter', quarterTones / 2),
    where(isReleased, () => element('release')),
  );
}

function notationsOf(note: RiffNote, { goesOn, comesOver }: Ties): Node {
  const slides = note.how === 'slid up' || note.how === 'slid down';
  return element(
    'notations',
    where(comesOver, () => tie('tied', 'stop')),
    where(goesOn, () => tie('tied', 'start')),
    where(note.rings, () => tie('tied', 'let-ring')),
    where(slides, () => withAttributes(element('slide'), { type: 'stop', number: 1 })),
    where(note.vibrato, () =>
      element('ornaments', withAttributes(element('wavy-line'), { type: 'start' })),
    ),
    technicalOf(note),
  );
}

function tie(name: string, type: string): Node {
  return withAttributes(element(name), { type });
}
