import { chordLabel, findKey, parseChordName, type Key } from '../chord';
import { toPitchClass } from '../pitch';
import { writeChart } from '../chart';
import { settledFrame, type SongDocument } from '../song';
import { isSilence, timelineOf } from '../timeline';
import { beatsToNumber } from '../units';
import { createFinding, type Finding } from './finding';

/**
 * Finds what the map leaves open: how often something comes, and what to end on where the recording fades out. Empty for a
 * map that leaves nothing open.
 *
 * @example
 * mapFindings(readChart('map: A x2?\n[A]\n| G |').song).map((one) => one.code) // ['map-count']
 */
export function mapFindings(song: SongDocument): readonly Finding[] {
  return [...countDoubts(song), ...fadeFindings(song)];
}

/** A section may be called otherwise later; its id stays. */
function idOf({ sections }: SongDocument, name: string): string {
  return sections.find((section) => section.name === name)?.id ?? name;
}

/** How often something is played, where the map is not sure of it. */
function countDoubts(song: SongDocument): readonly Finding[] {
  return song.map.flatMap((entry, at) => {
    if (!entry.timesDoubt) return [];
    const { timesDoubt: _doubt, ...sure } = entry;
    const commands = [{ kind: 'set-map' as const, map: song.map.with(at, sure) }];
    return [
      createFinding('map-count', {
        place: { kind: 'map' as const },
        at: 'the map',
        cause: [idOf(song, entry.section), entry.times, at],
        message: `How often ${entry.section} is played there (${entry.times} times) needs listening.`,
        remedies: [{ label: 'It is right', commands }],
      }),
    ];
  });
}

/** A recording may fade out; whoever plays it needs a last chord. */
function fadeFindings(song: SongDocument): readonly Finding[] {
  const last = song.map.at(-1);
  if (!last?.fade) return [];
  const home = homeChord(song);
  const { fade: _fade, ...plain } = last;
  const stops = { kind: 'set-map' as const, map: song.map.with(-1, plain) };
  const ends = home && { kind: 'write-chart' as const, text: writeChart(withEnd(song, home)) };
  return [
    createFinding('map-cover', {
      place: { kind: 'map' },
      at: 'the map',
      severity: 'doubt',
      cause: ['fade', idOf(song, last.section)],
      message: `${last.section} fades out on the recording. What does one end on when it is played live?`,
      remedies: [
        ...(ends && home
          ? [{ label: `Add an end: ${chordLabel(home)}, hit once`, commands: [ends] }]
          : []),
        { label: `It stops after ${last.section}`, commands: [stops] },
      ],
    }),
  ];
}

/** The chord a song comes home to: that of its key where it plays it, else the first it plays. */
function homeChord(song: SongDocument): string | undefined {
  const played = timelineOf(song)
    .occurrences.flatMap(({ bars }) => bars.flatMap(({ chords }) => chords))
    .filter(({ chord }) => !isSilence(chord));
  const timed = played.map(({ chord, beats }) => ({ name: chord, beats: beatsToNumber(beats) }));
  const { raised } = settledFrame(song);
  const { best } = findKey(timed, raised);
  const home = best && played.find(({ chord }) => isHome(chord, best, raised));
  return (home ?? played[0])?.chord;
}

const MINOR_THIRD = 3;

/** Whether a shape sounds the chord of a key, with no other bass. */
function isHome(shape: string, { tonic, isMinor }: Key, raised: number): boolean {
  const name = parseChordName(shape);
  if (!name || name.bass !== name.root) return false;
  const isSameKind = name.quality.tones.includes(MINOR_THIRD) === isMinor;
  return isSameKind && toPitchClass(name.root + raised) === tonic;
}

/** The song with one bar more, in which a chord is hit and left ringing. */
function withEnd(song: SongDocument, chord: string): SongDocument {
  const names = song.sections.map(({ name }) => name);
  const name =
    ['End', 'Last bar', 'Last chord'].find((one) => !names.includes(one)) ?? `End ${names.length}`;
  const bars = [
    { id: '', line: true as const, chords: [{ name: chord, span: 1, hit: true as const }] },
  ];
  return {
    ...song,
    sections: [...song.sections, { id: '', name, times: 1, bars }],
    map: [...song.map, { section: name, times: 1 }],
  };
}
