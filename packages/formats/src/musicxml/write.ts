import { strToU8 } from 'fflate';
import { parseKey, withoutTag, type Key } from '@harvu/core/chord';
import { openNotes, parseNote } from '@harvu/core/pitch';
import type { Meter } from '@harvu/core/rhythm';
import { settledFrame, type NamedGrip, type SongDocument } from '@harvu/core/song';
import type { StruckBar } from '@harvu/core/timeline';
import { beatsToNumber } from '@harvu/core/units';
import type { WrittenFile } from '../out/file';
import { lostOf } from '../out/lost';
import { writtenParts, type WrittenPart } from '../out/parts';
import type { Lost } from '../report';
import { spelledChord, type SpelledTone } from './names';
import { element, withAttributes, writeXml, type Node } from './tree';
import { Carrying, DIVISIONS, noteNodes, notesIn, plainTone, restNode } from './write-notes';

/** What a score says beside its music. */
export interface ScoreCredits {
  readonly title?: string;
  readonly playedBy?: string;
}

const MAJOR_FIFTHS = [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5];

/** Something that stands at a moment of a bar, in parts of a quarter. */
interface PlacedNode {
  readonly at: number;
  readonly ends: number;
  readonly nodes: readonly Node[];
}

/** Writes the bars of a song one after the other. */
class ScoreWriter {
  private meter = '';
  private tempo: number | undefined;
  private number = 0;
  /** The grip each chord was last drawn with: it is drawn again where it is held otherwise. */
  private readonly framed = new Map<string, string>();
  private readonly open: readonly number[];
  private readonly lostHere: Lost[] = [];
  private readonly carrying = new Carrying();

  constructor(private readonly song: SongDocument) {
    const { tuning, capo } = settledFrame(song);
    this.open = openNotes(tuning).map((one) => one + capo);
  }

  get lost(): readonly Lost[] {
    return this.lostHere;
  }

  /** The bars of a section, its repeats and endings as signs about them. */
  part(part: WrittenPart): readonly Node[] {
    const { occurrence, bars, endings, times } = part;
    this.carrying.end();
    const goesRound = times > 1;
    const last = bars.length - 1;
    const isWhole = endings.length === 0;
    const common = bars.map((bar, at) =>
      this.measure(bar, {
        before: at === 0 && goesRound ? opening() : undefined,
        head: at === 0 ? this.heading(occurrence, bar) : [],
        after: at === last && isWhole ? closing(goesRound ? times : undefined) : undefined,
      }),
    );
    const ended = endings.flatMap(({ rounds, bars: own }, place) => {
      const number = rounds.join(', ');
      const isLast = place === endings.length - 1;
      return own.map((bar, at) =>
        this.measure(bar, {
          before: at === 0 ? barline('left', endingNode(number, 'start')) : undefined,
          head: [],
          after: at === own.length - 1 ? endingClose(number, isLast) : undefined,
        }),
      );
    });
    return [...common, ...ended];
  }

  /** The section's name, its tempo where it is another one, and the words that tell where one is. */
  private heading(occurrence: WrittenPart['occurrence'], bar: StruckBar): readonly Node[] {
    const section = this.song.sections.find((one) => one.id === occurrence.section);
    const nodes = [direction(element('rehearsal', occurrence.name))];
    const cue = section?.cue;
    if (cue !== undefined) nodes.push(direction(element('words', `“${cue}”`)));
    if (occurrence.until !== undefined)
      nodes.push(direction(element('words', `until “${occurrence.until}”`)));
    if (occurrence.fade) nodes.push(direction(element('words', 'fade out')));
    const quarters = (occurrence.tempo * 4) / (bar.meter.unit * (bar.sectionBeats ?? 1));
    if (quarters === this.tempo) return nodes;
    this.tempo = quarters;
    const metronome = element(
      'metronome',
      element('beat-unit', 'quarter'),
      element('per-minute', Math.round(quarters * 100) / 100),
    );
    return [
      ...nodes,
      element(
        'direction',
        element('direction-type', metronome),
        withAttributes(element('sound'), { tempo: quarters }),
      ),
    ];
  }

  private measure(
    bar: StruckBar,
    around: {
      readonly before: Node | undefined;
      readonly head: readonly Node[];
      readonly after: Node | undefined;
    },
  ): Node {
    const isPickup =
      this.number === 0 && this.song.frame.pickup !== undefined && bar.beats < bar.meter.beats;
    const isShort = bar.beats !== bar.meter.beats;
    if (!isPickup || this.number > 0) this.number += 1;
    const node = element(
      'measure',
      // A line of the song is a system of the score.
      bar.line && this.number > 1
        ? withAttributes(element('print'), { 'new-system': 'yes' })
        : undefined,
      around.before,
      this.attributes(bar),
      around.head,
      this.music(bar),
      around.after,
    );
    const number = isPickup ? 0 : this.number;
    return withAttributes(node, { number, implicit: isPickup || isShort ? 'yes' : undefined });
  }

  private attributes({ meter }: StruckBar): Node | undefined {
    const isUneven = new Set(meter.groups).size > 1;
    const written = `${isUneven ? meter.groups.join('+') : meter.beats}/${meter.unit}`;
    const isFirst = this.meter === '';
    if (written === this.meter) return undefined;
    this.meter = written;
    const key = this.song.frame.key === undefined ? undefined : parseKey(this.song.frame.key);
    return element(
      'attributes',
      isFirst ? element('divisions', DIVISIONS) : undefined,
      isFirst && key
        ? element(
            'key',
            element('fifths', fifthsOf(key)),
            element('mode', key.isMinor ? 'minor' : 'major'),
          )
        : undefined,
      timeNode(meter, written),
      ...(isFirst ? [this.clef(), this.staff()] : []),
    );
  }

  private clef(): Node {
    return element('clef', element('sign', 'TAB'), element('line', 5));
  }

  private staff(): Node {
    const { tuning, capo } = settledFrame(this.song);
    return element(
      'staff-details',
      element('staff-lines', tuning.length),
      tuning.map((note, place) => {
        const midi = parseNote(note) ?? 0;
        const { step, isSharp } = plainTone(midi);
        return withAttributes(
          element(
            'staff-tuning',
            element('tuning-step', step),
            isSharp ? element('tuning-alter', 1) : undefined,
            element('tuning-octave', Math.floor(midi / 12) - 1),
          ),
          { line: place + 1 },
        );
      }),
      capo > 0 ? element('capo', capo) : undefined,
    );
  }

  /** Chords at their beats, and under them the notes of a riff, or rests. */
  private music(bar: StruckBar): readonly Node[] {
    const perBeat = (DIVISIONS * 4) / bar.meter.unit;
    const ends = Math.round(bar.beats * perBeat);
    const chords = bar.chords.flatMap((chord): readonly PlacedNode[] => {
      const at = Math.round((beatsToNumber(chord.beat) - 1) * perBeat);
      const node = chord.held ? undefined : this.harmony(chord.chord);
      return node ? [{ at, ends: at, nodes: [node] }] : [];
    });
    const notes = this.carrying.into(notesIn(bar, perBeat), ends).map((one): PlacedNode => ({
      at: one.at,
      ends: one.until,
      nodes: noteNodes(one, this.open),
    }));
    const placed = [...chords, ...notes].toSorted((a, b) => a.at - b.at || a.ends - b.ends);
    let cursor = 0;
    const nodes = placed.flatMap((one): readonly Node[] => {
      // A chord may begin while a note sounds on.
      if (one.at < cursor) return one.nodes.map((node) => withOffset(node, one.at - cursor));
      const rest = one.at > cursor ? [restNode(one.at - cursor)] : [];
      cursor = one.ends;
      return [...rest, ...one.nodes];
    });
    return cursor < ends ? [...nodes, restNode(ends - cursor)] : nodes;
  }

  private harmony(name: string): Node | undefined {
    if (name === 'N.C.') {
      return element(
        'harmony',
        element('root', withAttributes(element('root-step', 'C'), { text: '' })),
        withAttributes(element('kind', 'none'), { text: 'N.C.' }),
      );
    }
    const spelled = spelledChord(name);
    if (!spelled) return undefined;
    if (spelled.kind === 'other')
      this.lostHere.push({
        what: 'chord symbol',
        where: name,
        why: 'a score has no kind of chord like it',
      });
    const chord = withoutTag(name);
    const grip =
      this.framed.get(chord) === name
        ? undefined
        : this.song.grips.find((one) => one.name === name);
    this.framed.set(chord, name);
    return element(
      'harmony',
      toneNodes('root', spelled.root),
      withAttributes(element('kind', spelled.kind), { text: spelled.text }),
      spelled.bass ? toneNodes('bass', spelled.bass) : undefined,
      spelled.degrees.map(({ value, alter, type }) =>
        element(
          'degree',
          element('degree-value', value),
          element('degree-alter', alter),
          element('degree-type', type),
        ),
      ),
      grip ? frameNode(grip) : undefined,
    );
  }
}

/**
 * Writes a song as a score in MusicXML 4: chord symbols with the grips that are given, riffs as tab, repeats
 * and endings as signs, sections as rehearsal marks, tempi. What a score has no place for is told.
 *
 * @example
 * new TextDecoder().decode(writeMusicXml(readChart('[A]\n| G |').song).bytes).includes('<root-step>G</root-step>') // true
 */
export function writeMusicXml(song: SongDocument, credits: ScoreCredits = {}): WrittenFile {
  const writer = new ScoreWriter(song);
  const measures = writtenParts(song).flatMap((part) => writer.part(part));
  const score = withAttributes(
    element(
      'score-partwise',
      credits.title ? element('work', element('work-title', credits.title)) : undefined,
      element(
        'identification',
        credits.playedBy
          ? withAttributes(element('creator', credits.playedBy), { type: 'composer' })
          : undefined,
        element('encoding', element('software', 'Harvu')),
      ),
      element(
        'part-list',
        withAttributes(element('score-part', element('part-name', 'Guitar')), { id: 'P1' }),
      ),
      withAttributes(element('part', measures), { id: 'P1' }),
    ),
    { version: '4.0' },
  );
  const names = ['patterns', 'layers', 'sound', 'clock', 'others', 'bends', 'doubts', 'beside'];
  return {
    bytes: strToU8(writeXml(score)),
    lost: [...writer.lost, ...lostOf(song, names, 'a score has no place for it')],
  };
}

function fifthsOf({ tonic, isMinor }: Key): number {
  return MAJOR_FIFTHS[(tonic + (isMinor ? 3 : 0)) % 12] ?? 0;
}

function toneNodes(name: 'root' | 'bass', { step, alter }: SpelledTone): Node {
  return element(
    name,
    element(`${name}-step`, step),
    alter === 0 ? undefined : element(`${name}-alter`, alter),
  );
}

function frameNode({ grip, fingers }: NamedGrip): Node {
  const held = grip.filter((fret) => fret !== null && fret > 0) as number[];
  const first = held.length > 0 && Math.max(...held) > 4 ? Math.min(...held) : 1;
  return element(
    'frame',
    element('frame-strings', grip.length),
    element('frame-frets', Math.max(4, Math.max(0, ...held) - first + 1)),
    first > 1 ? element('first-fret', first) : undefined,
    grip.flatMap((fret, place) => {
      if (fret === null) return [];
      const finger = fingers?.[place];
      return [
        element(
          'frame-note',
          element('string', grip.length - place),
          element('fret', fret),
          typeof finger === 'number' ? element('fingering', finger) : undefined,
        ),
      ];
    }),
  );
}

/** A chord symbol that stands before where the music has got to. */
function withOffset(node: Node, by: number): Node {
  const inside = node['harmony'] as readonly Node[];
  return element('harmony', inside, element('offset', by));
}

function direction(type: Node): Node {
  return withAttributes(element('direction', element('direction-type', type)), {
    placement: 'above',
  });
}

function barline(location: string, ...content: readonly (Node | undefined)[]): Node {
  return withAttributes(element('barline', content), { location });
}

function repeat(way: string, times?: number): Node {
  return withAttributes(element('repeat'), {
    direction: way,
    times: times !== undefined && times > 2 ? times : undefined,
  });
}

function opening(): Node {
  return barline('left', element('bar-style', 'heavy-light'), repeat('forward'));
}

/** The end of a section: back to its beginning, or a double line. */
function closing(times: number | undefined): Node {
  return times === undefined
    ? barline('right', element('bar-style', 'light-light'))
    : barline('right', element('bar-style', 'light-heavy'), repeat('backward', times));
}

/** The end of an ending: back to the beginning, but for the last one. */
function endingClose(number: string, isLast: boolean): Node {
  return isLast
    ? barline('right', element('bar-style', 'light-light'), endingNode(number, 'discontinue'))
    : barline(
        'right',
        element('bar-style', 'light-heavy'),
        endingNode(number, 'stop'),
        repeat('backward'),
      );
}

function endingNode(number: string | undefined, type: string): Node {
  return withAttributes(element('ending'), { number: number ?? '1', type });
}

function timeNode({ unit }: Meter, written: string): Node {
  return element('time', element('beats', written.split('/')[0]), element('beat-type', unit));
}
