import { plainWords, type HandWords } from './hand-words';
import { fingeringOf, fingeringsOf, type Fingering } from './fingering';
import { stringNumber, type Finger, type Fingers, type Grip } from './grip';
import { comfortableReach, reachBetween, type Hand } from './hand';

/** Something about a grip that a hand cannot do, or should not do for long. */
export interface GripFault {
  readonly code: 'grip-conflict' | 'grip-reach';
  /** The player's number of the string it is about, where it is about one. */
  readonly string?: number;
  readonly message: string;
}

/** A grip as it was given, with fingers where they were said. */
export interface GivenGrip {
  readonly grip: Grip;
  readonly fingers?: Fingers | undefined;
}

/** A grip whose fingers were all said. */
interface Fingered {
  readonly grip: Grip;
  readonly fingers: Fingers;
}

const HIGHEST_FROM_NUT = 24;

/**
 * Finds what is wrong with holding a grip: fingers on strings that are not held, one finger in two
 * places, frets beyond the neck, more than four fingers can hold, reaches over comfortable. Empty
 * for a grip that is in order.
 *
 * @example
 * gripFaults({ grip: parseGrip('x32010') }, USUAL_HAND) // []
 * @example
 * gripFaults({ grip: parseGrip('x32010'), fingers: parseFingers('132.1.') }, USUAL_HAND).map((fault) => fault.string) // [6]
 */
export function gripFaults(
  { grip, fingers }: GivenGrip,
  hand: Hand,
  words: HandWords = plainWords(grip),
): readonly GripFault[] {
  const said = [
    ...neckFaults(grip, hand, words),
    ...(fingers ? fingerFaults({ grip, fingers }, words) : []),
  ];
  if (said.length > 0) return said;
  const usual = mostComfortable(grip, hand) ?? fingeringOf(grip, hand, { thumb: true });
  if (!usual) {
    return [
      {
        code: 'grip-conflict',
        message:
          'Four fingers and the thumb cannot hold this: it is too far to reach. Leave a string out.',
      },
    ];
  }
  return reachFaults(grip, withFingers(usual, fingers), hand);
}

function places(grip: Grip, fingers: Fingers, finger: Finger): readonly number[] {
  return grip.flatMap((_, place) => (fingers[place] === finger ? [place] : []));
}

/** A finger lies over several strings only at one fret, with nothing lower in between. */
function canLie(grip: Grip, laid: readonly number[]): boolean {
  const fret = grip[laid[0] ?? 0];
  if (!fret || laid.some((place) => grip[place] !== fret)) return false;
  const between = grip.slice(laid[0], (laid.at(-1) ?? 0) + 1);
  return between.every((one) => one === null || one >= fret);
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function fingerFaults({ grip, fingers }: Fingered, words: HandWords): readonly GripFault[] {
  const idle = fingers.flatMap((finger, place): readonly GripFault[] => {
    if (finger === null || grip[place]) return [];
    const string = stringNumber(grip, place);
    const what = grip[place] === 0 ? 'open' : 'muted';
    return [
      {
        code: 'grip-conflict',
        string,
        message: `${capital(words.string(place))} is ${what}, and finger ${finger} is put on it. Give it a fret, or take the finger away.`,
      },
    ];
  });
  const torn = [...new Set(fingers)].flatMap((finger): readonly GripFault[] => {
    if (finger === null) return [];
    const laid = places(grip, fingers, finger).filter((place) => grip[place]);
    if (laid.length < 2 || canLie(grip, laid)) return [];
    const string = stringNumber(grip, laid[0] ?? 0);
    return [
      {
        code: 'grip-conflict',
        string,
        message: `Finger ${finger} is in two places that no barre covers. Use another finger for one of them.`,
      },
    ];
  });
  return [...idle, ...torn];
}

function neckFaults(grip: Grip, hand: Hand, words: HandWords): readonly GripFault[] {
  return grip.flatMap((fret, place): readonly GripFault[] => {
    if (!fret || fret + hand.capo <= HIGHEST_FROM_NUT) return [];
    const string = stringNumber(grip, place);
    return [
      {
        code: 'grip-conflict',
        string,
        message: `${capital(words.string(place))} ${words.fret(fret)} lies beyond the neck. Choose a lower one.`,
      },
    ];
  });
}

/** Pairs of fingertips further apart than is comfortable, by how much at the worst. */
function widestOver(grip: Grip, fingering: Fingering, hand: Hand): number {
  const held = grip.flatMap((fret, place) =>
    fret ? [{ fret, place, finger: fingering.fingers[place] ?? null }] : [],
  );
  const shares = held.flatMap((a) =>
    held.map((b) =>
      a.finger === b.finger
        ? 0
        : reachBetween(a, b, hand) / comfortableReach(a.finger, b.finger, hand),
    ),
  );
  return Math.max(0, ...shares);
}

function reachFaults(grip: Grip, fingering: Fingering, hand: Hand): readonly GripFault[] {
  const over = widestOver(grip, fingering, hand);
  const wide: readonly GripFault[] =
    over > 1
      ? [
          {
            code: 'grip-reach',
            message: `Its widest reach is ${Math.round(fingering.reachMm)} mm, ${Math.round((over - 1) * 100)} % over what this hand does with comfort.`,
          },
        ]
      : [];
  const thumb: readonly GripFault[] = fingering.fingers.includes('T')
    ? [
        {
          code: 'grip-reach',
          message: 'The thumb goes over the neck; not every hand or neck allows it.',
        },
      ]
    : [];
  return [...wide, ...thumb];
}

/** Of all ways to hold a grip the one that stretches least: only where even that is wide, it is told. */
function mostComfortable(grip: Grip, hand: Hand): Fingering | undefined {
  const ways = fingeringsOf(grip, hand);
  return ways.find((way) => widestOver(grip, way, hand) <= 1) ?? ways[0];
}

/** Fingers that were said stand; those left out are the usual ones. */
function withFingers(usual: Fingering, fingers: Fingers | undefined): Fingering {
  return fingers ? { ...usual, fingers } : usual;
}
