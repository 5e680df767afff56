// npm run bench: what the core does in how long, side by side with a general music library in one run.
import { Chord, Note } from 'tonal';
import { chordTones, nameTones, parseChordName, type NameFit } from '../packages/core/src/chord';
import {
  findGrips,
  fingerProgression,
  soundingNotes,
  USUAL_HAND,
} from '../packages/core/src/fretboard';
import { STANDARD_TUNING, toPitchClass } from '../packages/core/src/pitch';
import { parseTold, placeStrokes } from '../packages/core/src/telling';
import { findingsOf, sameFindings } from '../packages/core/src/checks';
import { readChart } from '../packages/core/src/chart';
import { dropBars, withCommand } from '../packages/core/src/edits';
import { ownBars } from '../packages/core/src/song';
import { makePlan, SCHOOLS, USUAL_TEACHING } from '../packages/core/src/plan';
import { GuideStream, renderScore, songScore } from '../packages/core/src/guide';
import { leftHandOf, phrasesOf, placeNotes } from '../packages/core/src/riff';
import { workpieceOf } from '../packages/core/src/steps';
import { longMelody, longRiff } from './bench/long-riff';
import { knownGrips, progression, type KnownGrip } from './bench/grip-collection';
import { longChart, longSong } from './bench/long-song';

const SETUP = { tuning: STANDARD_TUNING, capo: 0 };
/** How the room begins. */
const FIRST_PIECE = { slower: 1, countInBars: 1, breathes: true, hasOffBeats: false } as const;
const print = (line: string): void => void process.stdout.write(`${line}\n`);

function milliseconds(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** Root, tones and bass: two spellings of one chord are one chord. */
function meaning(name: string): string {
  const parsed = parseChordName(name);
  if (!parsed) return '';
  return [parsed.root, parsed.bass, ...[...chordTones(parsed)].sort((a, b) => a - b)].join();
}

type Namer = (known: KnownGrip) => readonly string[];

function notesOf({ grip }: KnownGrip): readonly number[] {
  return soundingNotes(grip, SETUP).filter((note) => note !== null);
}

const ours: Namer = (known) => {
  const notes = notesOf(known);
  const fits = nameTones(
    { bass: toPitchClass(Math.min(...notes)), tones: notes.map(toPitchClass) },
    { count: 3 },
  );
  return fits.map((fit: NameFit) => fit.name);
};

/** The library writes a major triad "CM"; here that is "C". */
const library: Namer = (known) => {
  const notes = [...notesOf(known)].sort((a, b) => a - b).map((note) => Note.fromMidiSharps(note));
  return Chord.detect(notes, { assumePerfectFifth: true })
    .slice(0, 3)
    .map((name) => name.replace(/^([A-G][#b]?)M(?=$|\/)/, '$1'));
};

function compareNaming(known: readonly KnownGrip[]): void {
  print(`\nNaming ${known.length} grips of all qualities and everyday slash chords`);
  for (const [who, namer] of [
    ['Harvu', ours],
    ['library', library],
  ] as const) {
    let [first, three] = [0, 0];
    const ms = milliseconds(() => {
      for (const one of known) {
        const wanted = meaning(one.name);
        const names = namer(one).map(meaning);
        if (names[0] === wanted) first += 1;
        if (names.includes(wanted)) three += 1;
      }
    });
    const share = (count: number): string => `${((100 * count) / known.length).toFixed(1)} %`;
    print(
      `  ${who.padEnd(8)} first ${share(first)}  among three ${share(three)}  ${Math.round((known.length / ms) * 1000)} names a second`,
    );
  }
}

function timeFinder(): void {
  const names = ['C', 'F#m', 'Bb7', 'Em9', 'G13', 'Abmaj7', 'D/F#', 'C#dim7'];
  const times = names.map((text) => {
    const name = parseChordName(text);
    const search = { setup: SETUP, hand: USUAL_HAND, count: 12 };
    return name ? milliseconds(() => void findGrips({ ...search, name })) : 0;
  });
  const mean = times.reduce((sum, one) => sum + one, 0) / times.length;
  print(
    `\nFinding all grips of a name: ${mean.toFixed(1)} ms on average, ${Math.max(...times).toFixed(1)} ms at most, of ${names.join(', ')}`,
  );
}

function timeFingering(): void {
  for (const length of [50, 200, 800]) {
    const ms = milliseconds(() => void fingerProgression(progression(length), USUAL_HAND));
    print(`Fingering ${String(length).padStart(3)} grips together: ${ms.toFixed(1)} ms`);
  }
}

function timePlacements(): void {
  const strokes = (parseTold('DU D DU D DUD U D') ?? []).map((one) => one.direction);
  for (const slots of [16, 32, 64]) {
    let count = 0;
    const ms = milliseconds(() => {
      ({ count } = placeStrokes({ strokes, slots }));
    });
    print(
      `Placing ${strokes.length} strokes in ${slots} slots: ${ms.toFixed(2)} ms for ${count} ways`,
    );
  }
}

/** The middle of several runs, so that a pause of the machine does not count. */
function typicalMs(work: () => void): number {
  const times = Array.from({ length: 7 }, () => milliseconds(work)).sort((a, b) => a - b);
  return times[3] ?? 0;
}

/** What the bench does with a song, from a short one to a very long one. */
function timeSongs(): void {
  print('\nA song at the bench, ms: reading the text, each keystroke an edit, taking it apart,');
  print('comparing each section with each, all checks');
  print('  bars    read    edit   apart compare  checks');
  for (const bars of [50, 100, 200, 400, 800, 1600]) {
    const text = longChart(bars);
    const song = longSong(bars);
    const [section] = song.sections;
    const edit = (): void => {
      const list = section ? dropBars(ownBars(song, section), { from: 0, to: 0 }) : [];
      withCommand(song, { kind: 'set-bars', section: section?.id ?? '', bars: list });
    };
    const times = [
      typicalMs(() => void readChart(text, song)),
      typicalMs(edit),
      typicalMs(() => void workpieceOf(song)),
      typicalMs(() => void sameFindings(song)),
      typicalMs(() => void findingsOf(song)),
    ];
    print([bars, ...times].map((one) => one.toFixed(one === bars ? 0 : 1).padStart(7)).join(' '));
  }
}

/** A student's whole plan: the song taken apart, its steps, their order, their minutes. */
function timePlans(): void {
  print('\nA whole plan from a song, ms, by school; and a hundredth of a ms for each of its steps');
  print(['  bars', 'steps', ...SCHOOLS, 'per step'].map((one) => one.padStart(14)).join(''));
  for (const bars of [50, 100, 200, 400, 800, 1600]) {
    const song = longSong(bars);
    const { steps } = makePlan(song);
    const times = SCHOOLS.map((school) =>
      typicalMs(() => void makePlan(song, { teaching: { ...USUAL_TEACHING, school } })),
    );
    const mean = times.reduce((sum, one) => sum + one, 0) / times.length;
    const cells = [bars, steps.length, ...times.map((one) => one.toFixed(1))];
    const perStep = ((100 * mean) / steps.length).toFixed(1);
    print([...cells, perStep].map((one) => String(one).padStart(14)).join(''));
  }
}

/** Riffs and melodies, from a lick to a whole arrangement. */
function timeRiffs(): void {
  print('\nA riff, ms: its fingers, its phrases; bare notes placed on the neck');
  print('  notes fingers phrases  placed');
  for (const count of [16, 100, 500, 1000]) {
    const riff = longRiff(count);
    const sounds = ({ string, fret }: (typeof riff)[number]): number => 64 - 5 * string + fret;
    const times = [
      typicalMs(() => void leftHandOf(riff, USUAL_HAND)),
      typicalMs(() => void phrasesOf(riff, { meterBeats: 4, sounds })),
      typicalMs(() => {
        placeNotes(longMelody(count), { tuning: STANDARD_TUNING, hand: USUAL_HAND });
      }),
    ];
    print([count, ...times].map((one) => one.toFixed(one === count ? 0 : 1).padStart(7)).join(' '));
  }
}

/** The guide guitar, beside one plain string of the least that sounds like one. */
function timeGuide(): void {
  const rate = 44_100;
  const score = songScore(longSong(120));
  const renderMs = typicalMs(
    () => void renderScore(score, { slower: 1, sampleRate: rate, hasClick: true }),
  );
  const first = new GuideStream(score, FIRST_PIECE, rate);
  const firstMs = milliseconds(() => void first.next(0.25));
  const plainMs = typicalMs(() => {
    const line = new Float32Array(Math.round(score.lastsS * rate));
    for (let at = 200; at < line.length; at += 1)
      line[at] = 0.498 * ((line[at - 200] ?? 0) + (line[at - 199] ?? 0));
  });
  const times = (ms: number): string => `${((1000 * score.lastsS) / ms).toFixed(0)}x`;
  print(`\nThe guide of ${score.lastsS.toFixed(0)} s of song, times faster than it is played`);
  print(`  six strings, body and click ${times(renderMs)} · one plain string ${times(plainMs)}`);
  print(`  its first quarter of a second: ${firstMs.toFixed(1)} ms`);
}

const known = knownGrips();
// Once for nothing: what is measured is the code, not its warming up.
for (const one of known.slice(0, 200)) {
  ours(one);
  library(one);
}
compareNaming(known);
timeFinder();
timeFingering();
timePlacements();
timeSongs();
timePlans();
timeRiffs();
timeGuide();
