import { chordSaid, otherChordSaid } from '../chord';
import type { Conventions } from '../conventions';
import { gripDrawing, laneDrawing, type Drawing } from '../drawing';
import {
  changeBetween,
  fingerWays,
  handWords,
  soundingStrings,
  stayingFingers,
  type Setup,
} from '../fretboard';
import { openNotes, noteName, type Tuning } from '../pitch';
import type { SongGrip } from '../player';
import { pickedOver } from '../rhythm';
import { settledFrame, type SongDocument } from '../song';
import { echoesIn, effectWords } from '../sound';
import { kindOf, passOf, type Kind, type Pass, type Step, type Workpiece } from '../steps';
import { changesOf, type StruckBar } from '../timeline';
import type { Bpm } from '../units';
import { sceneRiff, type SceneRiff } from './scene-riff';

/** A chord as it is said, and the other name it has with a capo. */
export interface SaidChord {
  readonly name: string;
  readonly other: string;
}

/** What the fingers do from one grip to the next. */
export interface DrawnChange {
  readonly line: string;
  readonly from: Drawing;
  readonly to: Drawing;
}

/** The picking hand in one bar, over one chord. */
export interface DrawnLane {
  readonly drawing: Drawing;
  readonly slotCount: number;
  /** The slot it begins at, and slots to a beat. */
  readonly firstSlot: number;
  readonly slotsPerBeat: number;
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
  readonly note: string;
}

/** All that is seen and heard while one step is practised, worked out before it begins. */
export interface Scene extends Pick<Kind, 'scene' | 'rungUnit' | 'cleanWord'> {
  readonly step: Step;
  readonly pass: Pass;
  /** The tempo of the click where there is no rung but one listens; null where there is no click. */
  readonly listenBpm: Bpm | null;
  readonly capo: number;
  /** From the thickest. */
  readonly strings: readonly TunedString[];
  /** By the names they are written with. */
  readonly chords: Readonly<Record<string, SaidChord>>;
  readonly grips: Readonly<Record<string, Drawing>>;
  /** By "from to". */
  readonly changes: Readonly<Record<string, DrawnChange>>;
  /** For each bar, by the chord that sounds. */
  readonly lanes: readonly Readonly<Record<string, DrawnLane>>[];
  /** What of it is played note by note; null where nothing is. */
  readonly riff: SceneRiff | null;
  readonly tuning: Tuning;
  /** What the sound goes through, in words; empty where it does not matter. */
  readonly sound: string;
  /** Echoes whose time goes with the tempo, in ms at the goal. */
  readonly echoes: readonly { readonly effect: string; readonly ms: number }[];
  readonly goalBpm: Bpm;
  /** For each bar, where the whole song is gone through. */
  readonly map: readonly MapBar[];
}

/** What a scene is made from. */
export interface Stage {
  readonly song: SongDocument;
  readonly work: Workpiece;
  readonly conventions: Conventions;
}

function said(name: string, capo: number, { names }: Conventions): SaidChord {
  return {
    name: chordSaid(name, { capo, names }),
    other: otherChordSaid(name, { capo, names }),
  };
}

function stringsOf({ tuning }: Setup, conventions: Conventions): readonly TunedString[] {
  return openNotes(tuning).map((note, place) => ({
    number: tuning.length - place,
    note: said(noteName(note).replace(/-?\d$/, ''), 0, conventions).name,
  }));
}

/** Each grip with the one that follows it, round the end of the pass, too. */
function changesIn(
  spans: Pass['spans'],
  grips: ReadonlyMap<string, SongGrip>,
  { work, conventions }: Stage,
): Readonly<Record<string, DrawnChange>> {
  const setup = { tuning: work.tuning, capo: work.capo };
  const words = handWords(conventions, setup);
  const changes = changesOf([{ chords: [...spans, ...spans.slice(0, 1)] }]);
  const drawn = changes.flatMap(({ from, to }) => {
    const [old, next] = [grips.get(from), grips.get(to)];
    if (!old || !next) return [];
    const change = changeBetween(old, next, { hand: work.hand, words });
    const shared = { setup, conventions, staying: stayingFingers(change) };
    const one: DrawnChange = {
      line: change.line,
      from: gripDrawing({ ...old, ...shared }),
      to: gripDrawing({ ...next, ...shared, moves: fingerWays(change) }),
    };
    return [[`${from} ${to}`, one] as const];
  });
  return Object.fromEntries(drawn);
}

/** Draws lanes; the same pattern over the same chord once. */
function lanesOf(
  bars: readonly StruckBar[],
  grips: ReadonlyMap<string, SongGrip>,
  { song, conventions }: Stage,
): Scene['lanes'] {
  const hand = settledFrame(song.frame).picking;
  const known = new Map<unknown, Map<string, Drawing>>();
  return bars.map(({ struck, riff, chords }) => {
    if (!struck || riff?.from === 0) return {};
    const { pattern, bar } = struck;
    const drawn = known.get(pattern) ?? new Map<string, Drawing>();
    known.set(pattern, drawn);
    const lanes = chords.map(({ chord }) => {
      const sounding = soundingStrings(grips.get(chord)?.grip ?? []);
      const drawing =
        drawn.get(chord) ??
        laneDrawing(pickedOver(pattern, { hand, sounding }), conventions.counts);
      drawn.set(chord, drawing);
      const lane: DrawnLane = {
        ...{ drawing, slotCount: pattern.slots.length, firstSlot: bar * pattern.slotsPerBar },
        slotsPerBeat: pattern.slotsPerBar / pattern.meter.beats,
      };
      return [chord, lane] as const;
    });
    return Object.fromEntries(lanes);
  });
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

/**
 * Works out all that is seen and heard while a step is practised, so that nothing has to be worked out
 * while somebody plays.
 *
 * @example
 * sceneOf(makeSteps(workpieceOf(readChart("[A]\n| G |").song))[0], { song: EMPTY_SONG, work: workpieceOf(EMPTY_SONG), conventions: USUAL_CONVENTIONS }).strings.length // 6
 */
export function sceneOf(step: Step, stage: Stage): Scene {
  const { song, work, conventions } = stage;
  const { scene, rungUnit, cleanWord, matter, isWholeSong } = kindOf(step);
  const { tuning, capo } = settledFrame(song.frame);
  const setup = { tuning, capo };
  const pass = passOf(step, work);
  const bars = pass.stretch.bars.map((one) => one.bar);
  const names = [...new Set(pass.spans.map((one) => one.chord))];
  const byName = new Map(work.grips.map((grip) => [grip.name, grip]));
  const grips = names.flatMap((name) => byName.get(name) ?? []);
  return {
    ...{ scene, rungUnit, cleanWord, step, pass, capo },
    listenBpm: matter === 'listening' ? work.goalBpm : null,
    strings: stringsOf(setup, conventions),
    chords: Object.fromEntries(names.map((name) => [name, said(name, capo, conventions)])),
    grips: Object.fromEntries(
      grips.map((grip) => [grip.name, gripDrawing({ ...grip, setup, conventions })]),
    ),
    changes: changesIn(pass.spans, byName, stage),
    lanes: lanesOf(bars, byName, stage),
    riff: sceneRiff(pass, work, scene === 'riff' || scene === 'ear'),
    ...{ tuning, sound: effectWords(work.sound), goalBpm: work.goalBpm },
    echoes: echoesIn(work.sound, { bpm: work.goalBpm }).map(({ effect, ms }) => ({ effect, ms })),
    map: isWholeSong ? mapOf(stage) : [],
  };
}
