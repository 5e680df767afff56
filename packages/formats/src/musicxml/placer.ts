import { USUAL_HAND } from '@harvu/core/fretboard';
import { openNotes, STANDARD_TUNING, type Tuning } from '@harvu/core/pitch';
import { placeNear, placeNotes, type NeckPlace } from '@harvu/core/riff';
import { addBeats } from '@harvu/core/units';
import type { DraftBar, DraftNote } from '../draft/draft';
import { counted } from '@harvu/core/wording';
import type { Report } from '../report';
import type { ReadNote } from './notes';
import type { PartRead } from './part-read';
import { beatsOf } from './ticks';

/** About here a hand lies that has played nothing yet. */
const MIDDLE: NeckPlace = { string: 3, fret: 2 };

/** The notes of one part, each at a place of the neck; what has none is laid where it is easiest. */
export class NotePlacer {
  private readonly open: readonly number[];
  private readonly tuning: Tuning;
  private readonly capo: number;
  private readonly ringing = new Map<number, Ringing>();
  private guessed = 0;
  /** Notes that had their string and fret, those that only hold on another one with them. */
  written = 0;

  constructor(
    private readonly read: PartRead,
    private readonly report: Report,
  ) {
    this.tuning = read.strings.tuning ?? STANDARD_TUNING;
    this.capo = read.strings.capo ?? 0;
    this.open = openNotes(this.tuning);
  }

  /** The staff that has tab, where a part is written on two. */
  private staff(): string | undefined {
    const counts = new Map<string, number>();
    for (const { notes } of this.read.measures)
      for (const { staff, string } of notes)
        counts.set(staff, (counts.get(staff) ?? 0) + (string === undefined ? 0 : 1));
    const [best] = [...counts].sort(([, a], [, b]) => b - a);
    return counts.size > 1 && best && best[1] > 0 ? best[0] : undefined;
  }

  place(bars: readonly DraftBar[]): readonly DraftBar[] {
    const staff = this.staff();
    return bars.map((bar, at) => {
      const all = this.read.measures[at]?.notes ?? [];
      const own = all.filter((one) => staff === undefined || one.staff === staff);
      const notes: DraftNote[] = [];
      for (const note of this.located(own)) this.put(note, { bar, notes });
      return { ...bar, notes };
    });
  }

  /** Tells how many places were not written, and are found. */
  tell(): void {
    if (this.guessed > 0)
      this.report.guess(
        `${counted(this.guessed, 'note')} had no string and fret: laid where it is easiest`,
        'the part that is taken over',
      );
  }

  /** Puts a note into its bar; one that is tied makes the one before it longer. */
  private put(note: LocatedNote, { bar, notes }: PlacedNote): void {
    const { read, string, fret } = note;
    const before = this.ringing.get(string);
    if (this.isPlaced(read)) this.written += 1;
    const beats = beatsOf(read.lasts, bar.meter);
    if (read.tied && before?.note.fret === fret) {
      const longer = { ...before.note, beats: addBeats(before.note.beats, beats) };
      before.bar[before.place] = longer;
      this.ringing.set(string, { ...before, note: longer });
    } else if (read.lasts === 0) this.report.lose('note', `bar ${bar.number}`, 'it has no length');
    else {
      const made = { ...this.madeOf(note, before?.note), at: beatsOf(read.at, bar.meter), beats };
      notes.push(made);
      this.ringing.set(string, { bar: notes, place: notes.length - 1, note: made });
    }
  }

  private madeOf(
    { read, string, fret }: LocatedNote,
    last: DraftNote | undefined,
  ): Omit<DraftNote, 'at' | 'beats'> {
    const own = { how: 'picked' as const, string, fret, ...read.more };
    if (!read.slides || !last) return own;
    return { ...own, how: fret >= last.fret ? 'slid up' : 'slid down' };
  }

  /** Strings and frets of the notes of a bar: as they are written, else where they are easiest. */
  private located(notes: readonly ReadNote[]): readonly LocatedNote[] {
    const options = { tuning: this.tuning, hand: { ...USUAL_HAND, capo: this.capo } };
    const bare = notes.filter((one) => !this.isPlaced(one) && one.midi !== undefined);
    const tops = bare.filter((one, at) => bare[at - 1]?.at !== one.at);
    const [way] = placeNotes(
      tops.map(({ midi = 0 }) => ({ midi, beats: 1 })),
      { ...options, count: 1 },
    );
    /** Strings that sound already, by the moment they are struck. */
    const taken = new Map<number, NeckPlace[]>();
    return notes.flatMap((read): readonly LocatedNote[] => {
      const { string, fret, midi } = read;
      if (this.isPlaced(read)) return [{ read, string: string ?? 1, fret: fret ?? 0 }];
      if (midi === undefined) return [];
      const beside = taken.get(read.at) ?? [];
      const own = way?.places[tops.indexOf(read)];
      const near = own ?? beside[0] ?? MIDDLE;
      const place = own ?? placeNear(midi, near, { ...options, taken: beside });
      if (!place) {
        this.report.lose(
          'note',
          'the part that is taken over',
          'no string is free for it on this neck',
        );
        return [];
      }
      taken.set(read.at, [...beside, place]);
      this.guessed += 1;
      return [{ read, ...place }];
    });
  }

  private isPlaced({ string, fret }: ReadNote): boolean {
    return (
      string !== undefined &&
      fret !== undefined &&
      string >= 1 &&
      string <= this.open.length &&
      fret >= 0 &&
      fret <= 24
    );
  }
}

/** A bar, and what was put into it so far. */
interface PlacedNote {
  readonly bar: DraftBar;
  readonly notes: DraftNote[];
}

/** The note a string sounded last, and where it stands. */
interface Ringing {
  readonly bar: DraftNote[];
  readonly place: number;
  readonly note: DraftNote;
}

/** A note and its place on the neck. */
interface LocatedNote {
  readonly read: ReadNote;
  readonly string: number;
  readonly fret: number;
}
