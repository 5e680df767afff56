import { strToU8 } from 'fflate';
import { parseKey, type Key } from '@harvu/core/chord';
import { openNotes, parseNote } from '@harvu/core/pitch';
import type { Meter } from '@harvu/core/rhythm';
import type { RiffNote } from '@harvu/core/riff';
import { settledFrame, type NamedGrip, type SongDocument } from '@harvu/core/song';
import type { StruckBar } from '@harvu/core/timeline';
import { beatsToNumber } from '@harvu/core/units';
import type { WrittenFile } from '../out/file';
import { lostOf } from '../out/lost';
import { writtenParts, type WrittenPart } from '../out/parts';
import type { Lost } from '../report';
import { spelledChord, type SpelledTone } from './names';
import { element, withAttributes, writeXml, type Node } from './tree';

/** What a score says beside its music. */
export interface ScoreCredits {
  readonly title?: string;
  readonly playedBy?: string;
}

/** Parts of a quarter a length is counted in: halves, thirds, fifths and sevenths of sixteenths. */
const DIVISIONS = 3360;
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
const MAJOR_FIFTHS = [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5];

function fifthsOf({ tonic, isMinor }: Key): number {
  return MAJOR_FIFTHS[(tonic + (isMinor ? 3 : 0)) % 12] ?? 0;
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

/** Writes the bars of a song one after the other. */
class ScoreWriter {
  private meter = '';
  private tempo: number | undefined;
  private number = 0;
  private readonly framed = new Set<string>();
  private readonly open: readonly number[];
  private readonly lostHere: Lost[] = [];
  /** Notes that sound on over the bar line, and how long still. */
  private carried: { readonly notes: readonly RiffNote[]; readonly left: number } | undefined;

  constructor(private readonly song: SongDocument) {
    const { tuning } = settledFrame(song.frame);
    this.open = openNotes(tuning);
  }

  get lost(): readonly Lost[] {
    return this.lostHere;
  }

  part(part: WrittenPart): readonly Node[] {
    const { occurrence, bars, endings, times } = part;
    this.carried = undefined;
    const goesRound = times > 1;
    const all = [
      ...bars.map((bar, at) => ({ bar, isFirst: at === 0, ending: undefined, isLast: false })),
      ...endings.flatMap(({ rounds, bars: own }) =>
        own.map((bar, at) => ({
          ...{ bar, isFirst: false, isLast: at === own.length - 1 },
          ending: { rounds, isFirst: at === 0 },
        })),
      ),
    ];
    return all.map(({ bar, isFirst, ending, isLast }, at) => {
      const isEnd = at === all.length - 1;
      const closesEnding = ending && isLast;
      const goesBack = goesRound && (endings.length > 0 ? closesEnding && !isEnd : isEnd);
      const number = ending?.rounds.join(', ');
      return this.measure(bar, {
        before: [
          isFirst && goesRound
            ? barline('left', element('bar-style', 'heavy-light'), repeat('forward'))
            : undefined,
          ending?.isFirst ? barline('left', endingNode(number, 'start')) : undefined,
        ],
        head: isFirst ? this.heading(occurrence, bar) : [],
        after: [
          goesBack || closesEnding
            ? barline(
                'right',
                element('bar-style', goesBack ? 'light-heavy' : 'light-light'),
                closesEnding ? endingNode(number, isEnd ? 'discontinue' : 'stop') : undefined,
                goesBack ? repeat('backward', endings.length > 0 ? undefined : times) : undefined,
              )
            : isEnd
              ? barline('right', element('bar-style', 'light-light'))
              : undefined,
        ],
      });
    });
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
    const quarters = (occurrence.tempo * 4) / bar.meter.unit;
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
      readonly before: readonly (Node | undefined)[];
      readonly head: readonly Node[];
      readonly after: readonly (Node | undefined)[];
    },
  ): Node {
    const isPickup =
      this.number === 0 && this.song.frame.pickup !== undefined && bar.beats < bar.meter.beats;
    const isShort = bar.beats !== bar.meter.beats;
    if (!isPickup || this.number > 0) this.number += 1;
    const node = element(
      'measure',
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
    const written = `${meter.groups.length > 1 && new Set(meter.groups).size > 1 ? meter.groups.join('+') : meter.beats}/${meter.unit}`;
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
    const { tuning, capo } = settledFrame(this.song.frame);
    return element(
      'staff-details',
      element('staff-lines', tuning.length),
      tuning.map((note, place) => {
        const midi = parseNote(note) ?? 0;
        const tone = midi % 12;
        return withAttributes(
          element(
            'staff-tuning',
            element('tuning-step', STEPS[tone]),
            SHARPS.has(tone) ? element('tuning-alter', 1) : undefined,
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
    const chords = bar.chords.flatMap((chord) => {
      const at = Math.round((beatsToNumber(chord.beat) - 1) * perBeat);
      const node = chord.held ? undefined : this.harmony(chord.chord);
      return node ? [{ at, node }] : [];
    });
    const notes = this.carriedInto(notesIn(bar, perBeat), ends);
    const events = [
      ...chords.map(({ at, node }) => ({ at, node, ends: at })),
      ...notes.map((one) => ({ at: one.at, ends: one.until, node: one })),
    ].toSorted((a, b) => a.at - b.at || a.ends - b.ends);
    const nodes: Node[] = [];
    let cursor = 0;
    for (const event of events) {
      const isChord = !('notes' in event.node);
      if (isChord && event.at < cursor) {
        // It begins while a note sounds on.
        const back = event.at - cursor;
        const own = Object.entries(event.node).map(([name, inside]) => [
          name,
          [...(inside as readonly Node[]), element('offset', back)],
        ]);
        nodes.push(Object.fromEntries(own) as Node);
        continue;
      }
      if (event.at > cursor) nodes.push(restNode(event.at - cursor));
      cursor = Math.max(cursor, event.at);
      if (isChord) nodes.push(event.node as Node);
      else {
        nodes.push(...this.notes(event.node as WrittenNotes));
        cursor = event.ends;
      }
    }
    if (cursor < ends) nodes.push(restNode(ends - cursor));
    return nodes;
  }

  /** What sounds on from the bar before comes first; what sounds on into the next one is remembered. */
  private carriedInto(own: readonly WrittenNotes[], ends: number): readonly WrittenNotes[] {
    const { carried } = this;
    const first = own[0]?.at ?? ends;
    const over = carried && first > 0 ? Math.min(first, carried.left) : 0;
    const all = [
      ...(carried && over > 0
        ? [{ at: 0, until: over, notes: carried.notes, comesOver: true, goesOn: false }]
        : []),
      ...own,
    ];
    const last = all.at(-1);
    const left = carried && last?.comesOver ? carried.left : (last?.until ?? 0);
    this.carried = last && left > ends ? { notes: last.notes, left: left - ends } : undefined;
    return all.map((one) => ({
      ...one,
      until: Math.min(one.until, ends),
      goesOn: this.carried !== undefined && one === last,
    }));
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
    const grip = this.framed.has(name)
      ? undefined
      : this.song.grips.find((one) => one.name === name);
    this.framed.add(name);
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

  private notes({ notes, at, until, goesOn, comesOver }: WrittenNotes): readonly Node[] {
    return notes.map((note, place) => {
      const midi =
        (this.open[this.open.length - note.string] ?? 40) + note.fret + (this.song.frame.capo ?? 0);
      return element(
        'note',
        place > 0 ? element('chord') : undefined,
        pitchNode(midi),
        element('duration', until - at),
        comesOver ? tie('tie', 'stop') : undefined,
        goesOn ? tie('tie', 'start') : undefined,
        element('voice', 1),
        typeNodes((until - at) / DIVISIONS),
        note.how === 'dead' ? element('notehead', 'x') : undefined,
        notationsOf(note, { goesOn, comesOver }),
      );
    });
  }
}

/** Notes that are struck together, in parts of a quarter. */
interface WrittenNotes {
  readonly at: number;
  readonly until: number;
  readonly notes: readonly RiffNote[];
  readonly goesOn: boolean;
  readonly comesOver: boolean;
}

function notesIn({ riff }: StruckBar, perBeat: number): readonly WrittenNotes[] {
  const starts = new Map<number, RiffNote[]>();
  for (const note of riff?.notes ?? []) {
    const at = Math.round(beatsToNumber(note.at) * perBeat);
    starts.set(at, [...(starts.get(at) ?? []), note]);
  }
  return [...starts].map(([at, notes]) => {
    const lasts = Math.min(...notes.map(({ beats }) => beatsToNumber(beats)));
    return {
      ...{ at, notes, comesOver: false, goesOn: false },
      until: at + Math.round(lasts * perBeat),
    };
  });
}

function notationsOf(
  note: RiffNote,
  { goesOn, comesOver }: { readonly goesOn: boolean; readonly comesOver: boolean },
): Node {
  const { how, bend } = note;
  const slides = how === 'slid up' || how === 'slid down';
  return element(
    'notations',
    comesOver ? tie('tied', 'stop') : undefined,
    goesOn ? tie('tied', 'start') : undefined,
    note.rings ? tie('tied', 'let-ring') : undefined,
    slides ? withAttributes(element('slide'), { type: 'stop', number: 1 }) : undefined,
    note.vibrato
      ? element('ornaments', withAttributes(element('wavy-line'), { type: 'start' }))
      : undefined,
    element(
      'technical',
      how === 'hammered' ? withAttributes(element('hammer-on'), { type: 'stop' }) : undefined,
      how === 'pulled off' ? withAttributes(element('pull-off'), { type: 'stop' }) : undefined,
      how === 'harmonic' ? element('harmonic', element('natural')) : undefined,
      bend
        ? element(
            'bend',
            element('bend-alter', bend.quarterTones / 2),
            bend.isReleased ? element('release') : undefined,
          )
        : undefined,
      note.palmMuted ? element('other-technical', 'palm mute') : undefined,
      note.plucked ? element('pluck', note.plucked) : undefined,
      note.finger ? element('fingering', note.finger) : undefined,
      element('string', note.string),
      element('fret', note.fret),
    ),
  );
}

function tie(name: string, type: string): Node {
  return withAttributes(element(name), { type });
}

function restNode(duration: number): Node {
  return element(
    'note',
    element('rest'),
    element('duration', duration),
    element('voice', 1),
    typeNodes(duration / DIVISIONS),
  );
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

function endingNode(number: string | undefined, type: string): Node {
  return withAttributes(element('ending'), { number: number ?? '1', type });
}

function timeNode({ unit }: Meter, written: string): Node {
  return element('time', element('beats', written.split('/')[0]), element('beat-type', unit));
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
