// What is played in a labelled take: which strings, when, on which guitar, in which room. All from a seed.
import seedrandom from 'seedrandom';

/** A note of a take, as a sampled guitar plays it. */
export interface PlayedNote {
  readonly atS: number;
  readonly lastsS: number;
  readonly midi: number;
  /** 1 to 127. */
  readonly loud: number;
}

/** What is done to the sound after the guitar: the room, the noise, what else is heard. */
export interface Room {
  /** How much of the echo of a small room, and how long it lasts. */
  readonly echo: number;
  readonly echoS: number;
  /** Noise, so many dB under the guitar; none where left out. */
  readonly noiseDb?: number;
  /** Hum of the mains, so many dB under the guitar. */
  readonly humDb?: number;
  /** A click that bleeds in: its pitch, how loud beside the guitar's loudest, every so many seconds. */
  readonly click?: { readonly hertz: number; readonly loud: number; readonly everyS: number };
  /** Loudest sample; over 1 the sound is clipped. */
  readonly peak: number;
}

/** A take with the moment of every stroke. */
export interface Recipe {
  readonly kind: Kind;
  readonly seed: string;
  /** A sampled guitar by its number in the General MIDI list, from 0. */
  readonly program: number;
  readonly notes: readonly PlayedNote[];
  /** Another instrument that is not the guitar's: long soft chords. */
  readonly beside: readonly PlayedNote[];
  readonly strokesS: readonly number[];
  readonly room: Room;
}

/** The kinds of takes there are; each is made of many seeds. */
export const KINDS = [
  'steel',
  'nylon',
  'clean',
  'jazz',
  'noise and hum',
  'click',
  'rolled',
  'drift',
  'arpeggio',
  'fast',
  'muted',
  'second instrument',
  'clipped',
  'quiet',
] as const;
export type Kind = (typeof KINDS)[number];

const OPEN = [40, 45, 50, 55, 59, 64];
const GRIPS: readonly (readonly (number | null)[])[] = [
  [3, 2, 0, 0, 0, 3],
  [null, null, 0, 2, 3, 2],
  [0, 2, 2, 0, 0, 0],
  [null, 3, 2, 0, 1, 0],
  [null, 0, 2, 2, 1, 0],
  [1, 3, 3, 2, 1, 1],
];
/** D and U strokes, P a plucked string, a dot nothing, x a dead stroke. */
const STRUMMED = ['D.DUD.DU', 'D.D.D.DU', 'D...D.DU', 'DUDUDUDU', 'D...D...', 'D.DU.UDU'];
const PICKED = ['PPPPPPPP', 'P.PPPPPP', 'PPP.PPP.'];
const PROGRAMS: Partial<Record<Kind, number>> = {
  steel: 25,
  nylon: 24,
  clean: 27,
  jazz: 26,
  muted: 28,
};
const LASTS_S = 14;
const PICKED_STRINGS = [0, 2, 3, 5, 4, 3, 2, 4];

/** A sign of a pattern, and when it is struck. */
interface Struck {
  readonly what: string;
  readonly place: number;
  readonly atS: number;
}

class Hand {
  readonly notes: PlayedNote[] = [];
  readonly strokesS: number[] = [];
  private readonly ringing = new Map<number, number>();

  constructor(
    private readonly random: () => number,
    private readonly kind: Kind,
  ) {}

  between(low: number, high: number): number {
    return low + (high - low) * this.random();
  }

  oneOf<T>(all: readonly T[]): T {
    return all[Math.floor(this.random() * all.length)] as T;
  }

  /** Strikes what a sign of a pattern says; `place` is which of its bar. */
  play({ what, place, atS }: Struck, grip: readonly (number | null)[]): void {
    const strings = grip.flatMap((fret, at) => (fret === null ? [] : [at]));
    this.strokesS.push(atS);
    if (what === 'P') {
      const wanted = PICKED_STRINGS[place % PICKED_STRINGS.length] ?? 0;
      const string = strings[Math.min(wanted, strings.length - 1)] ?? 5;
      this.sound(string, grip, { atS, loud: this.between(55, 110) });
      return;
    }
    const met = what === 'U' ? strings.toReversed().slice(0, 4) : strings;
    const isRolled = this.kind === 'rolled';
    const spread = isRolled ? this.between(0.06, 0.16) : this.between(0.012, 0.04);
    const loud = this.between(60, 110) * (what === 'U' ? 0.75 : 1) * (isRolled ? 0.6 : 1);
    met.forEach((string, at) => {
      const later = (spread * at) / Math.max(1, met.length - 1);
      this.sound(string, grip, { atS: atS + later, loud: loud * this.between(0.8, 1) });
    });
  }

  private sound(
    string: number,
    grip: readonly (number | null)[],
    { atS, loud }: { readonly atS: number; readonly loud: number },
  ): void {
    const before = this.ringing.get(string);
    const last = before === undefined ? undefined : this.notes[before];
    if (before !== undefined && last)
      this.notes[before] = { ...last, lastsS: Math.min(last.lastsS, atS - last.atS) };
    this.ringing.set(string, this.notes.length);
    const midi = (OPEN[string] ?? 40) + (grip[string] ?? 0);
    this.notes.push({ atS, lastsS: 4, midi, loud: Math.round(loud) });
  }
}

function patternFor(kind: Kind, hand: Hand): string {
  const isPicked = kind === 'arpeggio' || kind === 'fast';
  const mayBePicked = ['nylon', 'drift', 'noise and hum', 'quiet', 'jazz'].includes(kind);
  if (isPicked || (mayBePicked && hand.between(0, 1) < 0.5)) return hand.oneOf(PICKED);
  return hand.oneOf(STRUMMED);
}

function roomFor(kind: Kind, hand: Hand, beatS: number): Room {
  return {
    echo: hand.between(0, 0.35),
    echoS: hand.between(0.15, 0.5),
    ...(kind === 'noise and hum' && { noiseDb: hand.between(14, 26), humDb: hand.between(10, 20) }),
    ...(kind === 'click' && {
      click: {
        hertz: hand.oneOf([784, 1000, 1568, 2000]),
        loud: hand.between(0.08, 0.4),
        everyS: beatS,
      },
    }),
    peak:
      kind === 'clipped'
        ? hand.between(1.1, 1.8)
        : kind === 'quiet'
          ? 0.02
          : hand.between(0.2, 0.9),
  };
}

/**
 * Makes up a take of about 14 seconds: the same for the same kind and seed.
 *
 * @example
 * recipeOf('steel', '1').kind // 'steel'
 */
export function recipeOf(kind: Kind, seed: string): Recipe {
  const hand = new Hand(seedrandom(`${kind} ${seed}`), kind);
  const bpm = kind === 'fast' ? hand.between(110, 150) * 2 : hand.between(60, 130);
  const beatS = 60 / bpm;
  const pattern = patternFor(kind, hand);
  const shift = Math.floor(hand.between(0, GRIPS.length));
  let atS = 0.5;
  for (let slot = 0; atS < LASTS_S; slot += 1) {
    const what = pattern[slot % pattern.length] ?? '.';
    const grip = GRIPS[(Math.floor(slot / 8) + shift) % GRIPS.length] ?? [];
    const off = (hand.between(-1, 1) + hand.between(-1, 1)) * 0.01;
    if (what !== '.') hand.play({ what, place: slot % 8, atS: atS + off }, grip);
    const drift = kind === 'drift' ? 1 + 0.12 * Math.sin((2 * Math.PI * atS) / 11) : 1;
    atS += (beatS / 2) * drift;
  }
  const beside =
    kind === 'second instrument'
      ? [0, 4, 8].map((bar) => ({ atS: 0.5 + bar, lastsS: 4, midi: 48 + bar / 4, loud: 40 }))
      : [];
  return {
    ...{ kind, seed, notes: hand.notes, beside, strokesS: hand.strokesS },
    program: PROGRAMS[kind] ?? hand.oneOf([24, 25, 27]),
    room: roomFor(kind, hand, beatS),
  };
}
