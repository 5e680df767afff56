import { chordLabel, parseChordName } from '../chord';
import { checkGrip, type Grip, type HandWords, type Setup } from '../fretboard';
import { listed } from '../wording';
import { everyBar, type NamedGrip, type Section, type SongDocument } from '../song';
import { createFinding, type Finding } from './finding';

/** Strings that ring open under all grips of some section, by the names of these grips; places from the lowest, from 0. */
export type Drones = ReadonlyMap<string, ReadonlySet<number>>;

/** Of two grips one may only lack a finger; of more it is meant. */
const FEWEST_SURE = 3;

/**
 * Finds the strings that sound open in every grip of a section, of at least two, and are foreign to one of their names: a
 * drone is meant, and no foreign tone. Empty where there is none.
 *
 * @example
 * dronesOf(readChart('grip E: 022400\ngrip B: x24400\ngrip A: x02200\n[A]\n| E | B | A |').song, { tuning: STANDARD_TUNING, capo: 0 }).size // 3
 */
export function dronesOf(song: SongDocument, setup: Setup): Drones {
  const found = new Map<string, Set<number>>();
  for (const section of song.sections) {
    const grips = gripsIn(song, section, setup);
    for (const place of dronesUnder(grips, setup))
      for (const { name } of grips)
        found.set(name, (found.get(name) ?? new Set<number>()).add(place));
  }
  return found;
}

/**
 * Gives a grip without its drones, as far as it is judged by its name.
 *
 * @example
 * withoutDrones([0, 2, 2, 4, 0, 0], new Set([4, 5])) // [0, 2, 2, 4, null, null]
 */
export function withoutDrones(grip: Grip, drones: ReadonlySet<number> = new Set()): Grip {
  return grip.map((fret, place) => (drones.has(place) ? null : fret));
}

/**
 * Tells of drones, in the first section that has them.
 *
 * @example
 * droneFindings(EMPTY_SONG, { setup: { tuning: STANDARD_TUNING, capo: 0 }, words: handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 0 }) }) // []
 */
export function droneFindings(
  song: SongDocument,
  { setup, words }: { readonly setup: Setup; readonly words: HandWords },
): readonly Finding[] {
  const told = new Set<number>();
  return song.sections.flatMap((section) => {
    const places = dronesUnder(gripsIn(song, section, setup), setup).filter(
      (place) => !told.has(place),
    );
    if (places.length === 0) return [];
    for (const place of places) told.add(place);
    const strings = listed(places.map((place) => words.string(place)));
    const rings = places.length === 1 ? 'rings' : 'ring';
    return [
      createFinding('grip-drone', {
        place: { kind: 'section', id: section.id },
        at: section.name,
        cause: places,
        message: `Under every grip here ${strings} ${rings} open: a drone, whatever the chord is called.`,
      }),
    ];
  });
}

/**
 * Says which plain names are played as root and fifth: told once for the song, and never renamed.
 *
 * @example
 * rootedFifths(['E', 'B']) // 'E and B are played as root and fifth: the third is left out.'
 */
export function rootedFifths(names: readonly string[]): string {
  const isOne = names.length === 1;
  return `${listed(names.map(chordLabel))} ${isOne ? 'is' : 'are'} played as root and fifth: the third is left out.`;
}

/** The grips of a section that are given once, for this many strings. */
function gripsIn(song: SongDocument, section: Section, setup: Setup): readonly NamedGrip[] {
  const names = new Set(
    everyBar(song, section).flatMap(({ bar }) => bar.chords.map((mark) => mark.name)),
  );
  return song.grips.filter(
    ({ name, grip }) => names.has(name) && grip.length === setup.tuning.length,
  );
}

function dronesUnder(grips: readonly NamedGrip[], setup: Setup): readonly number[] {
  if (grips.length < 2) return [];
  const isSure = grips.length >= FEWEST_SURE;
  return setup.tuning.flatMap((_, place) => {
    const isOpen = grips.every(({ grip }) => grip[place] === 0);
    return isOpen && grips.some((one) => isForeign(one, { place, setup, isSure })) ? [place] : [];
  });
}

/** Without the string the name is true, or nearer to it; a finger that was forgotten there is no drone. */
function isForeign(
  { name, grip }: NamedGrip,
  {
    place,
    setup,
    isSure,
  }: { readonly place: number; readonly setup: Setup; readonly isSure: boolean },
): boolean {
  const chord = parseChordName(name);
  if (!chord) return false;
  const check = checkGrip(chord, grip, setup);
  const without = checkGrip(chord, withoutDrones(grip, new Set([place])), setup);
  const isSlip = check.slips.some(({ changed }) => grip.length - changed.string === place);
  return without.extra.length < check.extra.length && (isSure || !isSlip);
}
