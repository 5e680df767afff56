import { changeKey } from '../change';
import { chordSaid, otherChordSaid } from '../chord';
import type { Conventions } from '../conventions';
import { gripDrawing, type Drawing } from '../drawing';
import type { BarRange } from '../edits';
import {
  changeBetween,
  fingerWays,
  handWords,
  shortLine,
  stayingFingers,
  type Setup,
} from '../fretboard';
import { openNotes, noteName, STANDARD_TUNING, type Tuning } from '../pitch';
import { scoreOf, type GuideScore } from '../guide';
import { hearBeside, hearStretch, type SongGrip } from '../player';
import { isFeltInThrees } from '../rhythm';
import { settledFrame, type SongDocument } from '../song';
import { barsInRecording, clockMarks, startsInFile, type RecordedStart } from '../recording';
import { echoesIn, effectWords } from '../sound';
import {
  kindOf,
  loadsHand,
  passOf,
  type Kind,
  type Pass,
  type Step,
  type Workpiece,
} from '../steps';
import { changesOf } from '../timeline';
import type { Bpm } from '../units';
import type { ExpectedTime } from '../take';
import { expectedTake } from './expected-take';
import { lanesOf, type DrawnLane } from './lanes';
import { openEndsOf, type CuedOpenEnd } from './open-ends';
import { ringingGrips, type RingingGrip } from './ringing';
import { sceneRiff, type SceneRiff } from './scene-riff';

/** A chord as it is said, and the other name it has with a capo. */
export interface SaidChord {
  readonly name: string;
  readonly other: string;
}

/** What the fingers do from one grip to the next. */
export interface DrawnChange {
  readonly line: string;
  /** The same so short that it is read from a metre away. */
  readonly short: string;
  readonly from: Drawing;
  readonly to: Drawing;
}

/** A bar of the whole song on its map; all counted from 0. */
export interface MapBar {
  readonly occurrence: number;
  readonly bar: number;
  readonly cue: string;
}

/** A string as it is tuned; 1 is the thinnest. */
export interface TunedString {
  readonly number: number;
  /** What it sounds open, without the capo and with it. */
  readonly note: string;
  readonly withCapo: string;
  /** Open, without the capo. */
  readonly midi: number;
  /** Semitones away from where it usually is; 0 where it is there, or where nothing is usual. */
  readonly away: number;
}

/** All that is seen and heard while one step is practised, worked out before it begins. */
export interface Scene extends Pick<Kind, 'scene' | 'rungUnit' | 'cleanWord' | 'drill'> {
  readonly step: Step;
  readonly pass: Pass;
  /** The tempo of the click where there is no rung but one listens; null where there is no click. */
  readonly listenBpm: Bpm | null;
  readonly capo: number;
  /** Beats of the meter to one that is felt, and how many of those a bar has; null where they are the same. */
  readonly feltIn: { readonly beats: number; readonly of: number } | null;
  /** From the thickest. */
  readonly strings: readonly TunedString[];
  /** By the names they are written with. */
  readonly chords: Readonly<Record<string, SaidChord>>;
  readonly grips: Readonly<Record<string, Drawing>>;
  /** The grips that are learnt to ring, string by string; none in another step. */
  readonly ringing: readonly RingingGrip[];
  /** By "from to". */
  readonly changes: Readonly<Record<string, DrawnChange>>;
  /** All that sounds of a pass, at its written tempo. */
  readonly score: GuideScore;
  /** For each bar; null where a riff takes it. */
  readonly lanes: readonly (DrawnLane | null)[];
  /** What of it is played note by note; null where nothing is. */
  readonly riff: SceneRiff | null;
  readonly tuning: Tuning;
  /** What the sound goes through, in words; empty where it does not matter. */
  readonly sound: string;
  /** Echoes whose time goes with the tempo, in ms at the goal. */
  readonly echoes: readonly { readonly effect: string; readonly ms: number }[];
  readonly goalBpm: Bpm;
  /** Chords whose grips load the hand: wide, with a barre, or with the thumb over the neck. */
  readonly loading: readonly string[];
  /** What of it is struck, as a take is held against it: at its written tempo. */
  readonly expected: readonly ExpectedTime[];
  /** For each bar, where the whole song is gone through. */
  readonly map: readonly MapBar[];
  /** Where the whole song is gone through: what goes round until one leaves it. */
  readonly openEnds: readonly CuedOpenEnd[];
  /** When each bar begins in the recording, and last when the last one ends; empty where that is not known. */
  readonly recordedS: readonly number[];
}

/** What a scene is made from. */
export interface Stage {
  readonly song: SongDocument;
  readonly work: Workpiece;
  readonly conventions: Conventions;
  /** Only these bars of the pass, from 1. */
  readonly only?: BarRange;
  /** What was tapped along with somebody's own file, by bars of the whole song. */
  readonly taps?: readonly RecordedStart[];
}

const USUAL = openNotes(STANDARD_TUNING);

const NO_WHOLE = { map: [], openEnds: [], recordedS: [] };

/**
 * Works out all that is seen and heard while a step is practised, so that nothing has to be worked out
 * while somebody plays.
 *
 * @example
 * sceneOf(makeSteps(workpieceOf(readChart("[A]\n| G |").song))[0], { song: EMPTY_SONG, work: workpieceOf(EMPTY_SONG), conventions: USUAL_CONVENTIONS }).strings.length // 6
 */
export function sceneOf(step: Step, stage: Stage): Scene {
  const { song, work, conventions, only } = stage;
  const { scene, rungUnit, cleanWord, drill, subject, isWholeSong } = kindOf(step);
  const { tuning, capo, down, raised } = settledFrame(song);
  const setup = { tuning, capo, down };
  const pass = passOf(step, work, only);
  const { picking } = settledFrame(song);
  const held = { strings: tuning.length, picking, grips: work.grips };
  const strokes = hearStretch(pass.stretch, held);
  const beside = hearBeside(pass.stretch, held);
  const names = [...new Set(pass.spans.map((one) => one.chord))];
  const own = scoreOf(pass.stretch, strokes, {
    open: openNotes(tuning).map((note) => note + capo),
    grips: work.grips.map(({ name, grip }) => ({ name, grip })),
  });
  const echoes = echoesIn(work.sound, { bpm: work.goalBpm }).map(({ effect, ms }) => ({
    effect,
    ms,
  }));
  const [echo] = echoes;
  const score = {
    ...own,
    ...(beside.length > 0 && { beside }),
    // A pass is written in its own tempo; the echo fits the goal's.
    ...(echo && { echoS: echo.ms / 1000 }),
  };
  const byName = new Map(work.grips.map((grip) => [grip.name, grip]));
  const grips = names.flatMap((name) => byName.get(name) ?? []);
  return {
    scene,
    rungUnit,
    cleanWord,
    step,
    pass,
    capo,
    feltIn: feltIn(pass),
    ...(drill && { drill }),
    listenBpm: subject === 'listening' ? work.goalBpm : null,
    strings: stringsOf(setup, conventions),
    chords: Object.fromEntries(names.map((name) => [name, said(name, raised, conventions)])),
    grips: Object.fromEntries(
      grips.map((grip) => [grip.name, gripDrawing({ ...grip, setup, conventions })]),
    ),
    ringing: cleanWord === 'ringing' ? ringingGrips(grips, setup, conventions) : [],
    changes: changesIn(pass.spans, byName, stage),
    score,
    lanes: lanesOf(pass, strokes, conventions.counts),
    riff: sceneRiff(pass, work, scene === 'riff' || scene === 'ear'),
    tuning,
    sound: effectWords(work.sound),
    goalBpm: work.goalBpm,
    echoes,
    expected: expectedTake(
      { score, pass },
      song.patterns.flatMap((one) => (one.free ? [one.name] : [])),
    ),
    loading: grips.filter((one) => loadsHand(one, work)).map(({ name }) => name),
    ...(isWholeSong ? wholeOf(stage, score) : NO_WHOLE),
  };
}

function said(name: string, raised: number, { names }: Conventions): SaidChord {
  return {
    name: chordSaid(name, { raised, names }),
    other: otherChordSaid(name, { raised, names }),
  };
}

function stringsOf({ tuning, capo }: Setup, conventions: Conventions): readonly TunedString[] {
  const named = (midi: number): string =>
    said(noteName(midi).replace(/-?\d$/, ''), 0, conventions).name;
  return openNotes(tuning).map((note, place) => ({
    number: tuning.length - place,
    note: named(note),
    withCapo: named(note + capo),
    midi: note,
    away: tuning.length === USUAL.length ? note - (USUAL[place] ?? note) : 0,
  }));
}

/** Each grip with the one that follows it, round the end of the pass, too. */
function changesIn(
  spans: Pass['spans'],
  grips: ReadonlyMap<string, SongGrip>,
  { work, conventions }: Stage,
): Readonly<Record<string, DrawnChange>> {
  const setup = { tuning: work.tuning, capo: work.capo, down: work.down };
  const words = handWords(conventions, setup);
  const changes = changesOf([{ chords: [...spans, ...spans.slice(0, 1)] }]);
  const drawn = changes.flatMap(({ from, to }) => {
    const [old, next] = [grips.get(from), grips.get(to)];
    if (!old || !next) return [];
    const change = changeBetween(old, next, { hand: work.hand, words });
    const shared = { setup, conventions, staying: stayingFingers(change) };
    const one: DrawnChange = {
      line: change.line,
      short: shortLine(change, words),
      from: gripDrawing({ ...old, ...shared }),
      to: gripDrawing({ ...next, ...shared, moves: fingerWays(change) }),
    };
    return [[changeKey({ from, to }), one] as const];
  });
  return Object.fromEntries(drawn);
}

/** Meters in threes are felt in fewer beats than they are written in. */
function feltIn({ stretch }: Pass): Scene['feltIn'] {
  const meter = stretch.bars[0]?.bar.meter;
  if (!meter || !isFeltInThrees(meter)) return null;
  return { beats: 3, of: meter.groups.length };
}

/** A bar's own cue words, else its section's. */
function mapOf({ song, work }: Stage): readonly MapBar[] {
  const sections = new Map(song.sections.map((one) => [one.id, one]));
  return work.timeline.occurrences.flatMap(({ section, bars }, occurrence) =>
    bars.map(({ inPass }, bar) => {
      const written = sections.get(section);
      const own = written?.cues?.find((cue) => cue.bar === inPass)?.words;
      return { occurrence, bar, cue: own ?? written?.cue ?? '' };
    }),
  );
}

/** Every bar of the whole song in the recording: by the clock's marks, and by what was tapped. */
function recordedOf({ song, work, taps = [] }: Stage): readonly number[] {
  const { occurrences, lasts } = work.timeline;
  const firstBars = occurrences.map((_, index) =>
    occurrences.slice(0, index).reduce((sum, { bars }) => sum + bars.length, 0),
  );
  const marks = clockMarks(song, work.timeline).map(({ occurrence, startsAtS }) => ({
    bar: firstBars[occurrence] ?? 0,
    atS: startsAtS,
  }));
  const barsS = occurrences.flatMap(({ bars }) => bars.map(({ startsAt }) => startsAt));
  return barsInRecording({ barsS, lastsS: lasts }, startsInFile(marks, taps));
}

/** What belongs to the whole song alone: its map, its open ends, its recording. */
function wholeOf(stage: Stage, score: GuideScore): Pick<Scene, 'map' | 'openEnds' | 'recordedS'> {
  const { only, work } = stage;
  const from = (only?.from ?? 1) - 1;
  return {
    map: mapOf(stage).slice(from, only?.to),
    openEnds: only ? [] : openEndsOf(work.timeline.occurrences, score),
    recordedS: recordedOf(stage).slice(from, only && only.to + 1),
  };
}
