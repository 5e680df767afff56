import type { Drawing, Shape } from '@harvu/core/drawing';
import { countWords, type CountSchool } from '@harvu/core/rhythm';
import type { Phrase, RiffFinger, RiffNote } from '@harvu/core/riff';
import { beatsToNumber } from '@harvu/core/units';
import { Bend, TabNote, TabSlide, TabStave, TabTie, TickContext, Vibrato } from 'vexflow/core';
import { BAR_PADDING, LEFT, slotX, widthOf, type BarRow, type RiffBar } from './layout';
import { Pen } from './pen';

/** What is drawn of a riff. */
export interface Engraved {
  readonly notes: readonly RiffNote[];
  readonly fingers: readonly RiffFinger[];
  readonly phrases: readonly Phrase[];
  /** Places of notes before which the hand goes along the neck, with the fret it goes to. */
  readonly positions: ReadonlyMap<number, number>;
  /** How the strings are called, from the thinnest. */
  readonly strings: readonly string[];
  readonly counts: CountSchool;
  /** What is added to a fret where they are counted from the nut. */
  readonly fretShift: number;
  readonly words: string;
}

/** A note where it is drawn. */
export interface DrawnNote {
  /** Its place in the riff. */
  readonly place: number;
  readonly x: number;
  readonly y: number;
}

/** A row of bars as it is drawn, with where its notes stand. */
export interface RiffRow {
  readonly drawing: Drawing;
  readonly notes: readonly DrawnNote[];
}

const SPACING = 14;
const PHRASES = 20;
const SIGNS = 24;
const NO_SIGNS = 12;
const COUNTS = 22;
const SMALL = 10.5;
/** How wide a letter of that size is, about. */
const LETTER = 5.6;

/** Notes that begin together, with the figure the library draws for them. */
interface Chord {
  readonly beat: number;
  readonly places: readonly number[];
  readonly notes: readonly RiffNote[];
  readonly x: number;
  readonly figure: TabNote;
}

const BENT = ['', '¼', '½', '¾', 'full', '1¼', '1½', '1¾', '2'] as const;

/** Draws one row of bars: what the library engraves, then counts, fingers and phrases around it. */
class RowEngraver {
  private readonly pen = new Pen();
  private readonly top: number;
  private readonly bottom: number;
  private readonly chords: readonly Chord[];

  constructor(
    private readonly riff: Engraved,
    private readonly row: BarRow,
    private readonly isPhrased: boolean,
  ) {
    this.top = (isPhrased ? PHRASES : 0) + (this.hasSigns() ? SIGNS : NO_SIGNS);
    this.bottom = this.top + (riff.strings.length - 1) * SPACING;
    this.chords = this.drawBars();
  }

  /** Whether anything is said above the strings in this row. */
  private hasSigns(): boolean {
    const { notes, positions } = this.riff;
    const [from, until] = [this.row.bars[0]?.from ?? 0, this.row.bars.at(-1)];
    const end = (until?.from ?? 0) + (until?.beats ?? 0);
    return notes.some((note, place) => {
      const at = beatsToNumber(note.at);
      const said = [signOf(note), note.bend, note.vibrato, positions.has(place)];
      return at >= from && at < end && said.some(Boolean);
    });
  }

  draw(): RiffRow {
    this.drawReached();
    for (const chord of this.chords) this.drawBeside(chord);
    this.drawSigns();
    this.drawCounts();
    this.drawStrings();
    if (this.isPhrased) this.drawPhrases();
    const width = LEFT + widthOf(this.row.bars, this.row.slotWidth) + 6;
    const height = this.countsY() + 6;
    return {
      drawing: { width, height, shapes: this.pen.shapes, words: this.riff.words },
      notes: this.chords.flatMap(({ places, notes, x }) =>
        places.map((place, index) => ({ place, x, y: this.yOf(notes[index]?.string ?? 1) })),
      ),
    };
  }

  private yOf(string: number): number {
    return this.top + (string - 1) * SPACING;
  }

  private add(shape: Shape): void {
    this.pen.shapes.push(shape);
  }

  private text(
    text: string,
    [x, y]: readonly [x: number, y: number],
    more: Partial<Extract<Shape, { kind: 'text' }>> = {},
  ): void {
    this.add({ kind: 'text', x, y, text, size: SMALL, role: 'soft', isBold: false, ...more });
  }

  /** One stave a bar, so that its lines and bar lines are the library's own. */
  private drawBars(): readonly Chord[] {
    let x = LEFT;
    return this.row.bars.flatMap((bar, index) => {
      const width = widthOf([bar], this.row.slotWidth);
      const stave = new TabStave(x, 0, width, {
        numLines: this.riff.strings.length,
        spacingBetweenLinesPx: SPACING,
        spaceAboveStaffLn: this.top / SPACING,
        spaceBelowStaffLn: 0,
        leftBar: index === 0,
      });
      stave.setStyle({ strokeStyle: 'line', fillStyle: 'ink' });
      stave.setContext(this.pen).draw();
      const chords = this.chordsOf(bar, x, stave);
      x += width;
      return chords;
    });
  }

  private chordsOf(bar: RiffBar, left: number, stave: TabStave): readonly Chord[] {
    const places = this.riff.notes.flatMap((note, place) => {
      const beat = beatsToNumber(note.at) - bar.from;
      return beat >= -1e-9 && beat < bar.beats - 1e-9 ? [{ note, place }] : [];
    });
    const beats = [...new Set(places.map(({ note }) => beatsToNumber(note.at)))];
    return beats.flatMap((beat) => {
      const own = places.filter(({ note }) => beatsToNumber(note.at) === beat);
      const x = left + slotX(bar, beat, this.row.slotWidth);
      // The thumb's notes stand on ink, those of the fingers beside them do not.
      const hands = [
        own.filter(({ note }) => note.plucked === 'p'),
        own.filter(({ note }) => note.plucked !== 'p'),
      ];
      return hands
        .filter((hand) => hand.length > 0)
        .map((hand) => this.drawChord({ beat, own: hand, x, stave }));
    });
  }

  private drawChord({
    beat,
    own,
    x,
    stave,
  }: {
    readonly beat: number;
    readonly own: readonly { readonly note: RiffNote; readonly place: number }[];
    readonly x: number;
    readonly stave: TabStave;
  }): Chord {
    const notes = own.map((one) => one.note);
    const isThumb = notes.every((one) => one.plucked === 'p');
    const figure = new TabNote({
      positions: notes.map((one) => ({
        str: one.string,
        fret: fretText(one, this.riff.fretShift),
      })),
      duration: '4',
    });
    figure.setStyle({ fillStyle: isThumb ? 'on-ink' : 'ink' });
    figure.setStave(stave);
    notes.forEach((note, index) => {
      const bend = bendOf(note);
      if (bend) figure.addModifier(bend, index);
      if (note.vibrato) figure.addModifier(new Vibrato().setVibratoWidth(24), index);
    });
    const tick = new TickContext().addTickable(figure).preFormat().setX(0);
    figure.preFormat();
    tick.setX(x - figure.getAbsoluteX());
    figure.setContext(this.pen).drawWithStyle();
    return { beat, places: own.map((one) => one.place), notes, x, figure };
  }

  /** The note before on a string, in this row; what is reached from there is joined to it. */
  private before(chord: Chord, string: number): Chord | undefined {
    const at = this.chords.indexOf(chord);
    return this.chords
      .slice(0, at)
      .findLast((one) => one.notes.some((note) => note.string === string));
  }

  private drawReached(): void {
    for (const chord of this.chords) {
      chord.notes.forEach((note, index) => {
        if (!['hammered', 'pulled off', 'slid up', 'slid down'].includes(note.how)) return;
        const from = this.before(chord, note.string);
        if (from) this.drawTie(from, chord, { note, index });
        else this.drawFromNowhere(chord, note);
      });
    }
  }

  private drawTie(
    from: Chord,
    to: Chord,
    { note, index }: { readonly note: RiffNote; readonly index: number },
  ): void {
    const ends = {
      firstNote: from.figure,
      lastNote: to.figure,
      firstIndexes: [from.notes.findIndex((one) => one.string === note.string)],
      lastIndexes: [index],
    };
    const isSlide = note.how === 'slid up' || note.how === 'slid down';
    this.pen.save().setFillStyle('way').setStrokeStyle('way').setLineWidth(1.6);
    if (isSlide) {
      const way = note.how === 'slid up' ? TabSlide.SLIDE_UP : TabSlide.SLIDE_DOWN;
      new TabSlide(ends, way).setText('').setContext(this.pen).draw();
    } else {
      new TabTie(ends, '').setDirection(-1).setContext(this.pen).draw();
      const letter = note.how === 'hammered' ? 'h' : 'p';
      this.text(letter, [(from.x + to.x) / 2, this.yOf(note.string) - 12], {
        role: 'way',
        size: 9.5,
      });
    }
    this.pen.restore();
  }

  private drawFromNowhere({ x }: Chord, note: RiffNote): void {
    const y = this.yOf(note.string);
    const up = note.how === 'slid up' ? 4 : -4;
    if (note.how === 'hammered' || note.how === 'pulled off') {
      const letter = note.how === 'hammered' ? 'h' : 'p';
      this.text(letter, [x, y - 9], { role: 'way', size: 9.5 });
      return;
    }
    const path = `M${x - 16} ${y + up}L${x - 7} ${y - up}`;
    this.add({ kind: 'line', path, role: 'way', width: 1.6 });
  }

  /** The finger beside each figure that is fretted. */
  private drawBeside({ places, notes, x }: Chord): void {
    notes.forEach((note, index) => {
      const finger = this.riff.fingers[places[index] ?? -1];
      if (!finger || note.bend || note.how === 'harmonic') return;
      const figures = fretText(note, this.riff.fretShift).length;
      const wide = (figures - 1) * 4.5 + (note.plucked === 'p' ? 3 : 0);
      const y = this.yOf(note.string) - 3;
      this.text(String(finger), [x + 9 + wide, y], { role: 'finger', size: 9.5, isBold: true });
    });
    const plucked = notes.flatMap((one) => (one.plucked && one.plucked !== 'p' ? one.plucked : []));
    if (plucked.length > 0) this.text(plucked.join(' '), [x, this.bottom + 17], { size: 9.5 });
  }

  /** Said where it begins, not over every note it goes on for. */
  private drawSigns(): void {
    let last = '';
    for (const { notes, places, x } of this.chords) {
      const sign = notes.map(signOf).find(Boolean) ?? '';
      const fret = this.riff.positions.get(places[0] ?? -1);
      const to = fret === undefined ? '' : `hand to ${fret + this.riff.fretShift}`;
      const words = [to, sign === last ? '' : sign].filter(Boolean).join(', ');
      last = sign;
      if (words !== '') this.text(words, [x - 4, this.top - 15], { role: 'way', anchor: 'start' });
    }
  }

  /** Below the strings, or below what the fingers are called there. */
  private countsY(): number {
    const hasPlucks = this.chords.some(({ notes }) => notes.some((one) => one.plucked));
    return this.bottom + (hasPlucks ? COUNTS + 9 : COUNTS - 2);
  }

  private drawCounts(): void {
    const y = this.countsY();
    let x = LEFT;
    for (const bar of this.row.bars) {
      const slots = Math.round(bar.beats * bar.slotsPerBeat);
      const said = countWords(bar.beats, slots, this.riff.counts);
      for (let slot = 0; slot < slots; slot += 1) {
        const isBeat = slot % bar.slotsPerBeat === 0;
        const begins = this.chords.some(
          ({ beat }) => Math.abs(beat - bar.from - slot / bar.slotsPerBeat) < 1e-6,
        );
        const at = x + BAR_PADDING / 2 + (slot + 0.5) * this.row.slotWidth;
        if (isBeat || begins || bar.slotsPerBeat <= 2)
          this.text(said[slot] ?? '', [at, y], {
            role: begins ? 'ink' : 'soft',
            isBold: isBeat,
            isFigure: true,
            size: 11,
          });
      }
      x += widthOf([bar], this.row.slotWidth);
    }
  }

  private drawStrings(): void {
    this.riff.strings.forEach((name, index) => {
      this.text(name, [LEFT - 7, this.yOf(index + 1) + 3.5], {
        anchor: 'end',
        size: 9.5,
        isFigure: true,
      });
    });
  }

  /** A label that does not fit beside its bracket is cut to the name of its phrase. */
  private fitting(label: string, from: number): string {
    const edge = LEFT + widthOf(this.row.bars, this.row.slotWidth);
    return from + 12 + label.length * LETTER > edge ? label.replace(/:.*$/, '') : label;
  }

  private drawPhrases(): void {
    this.riff.phrases.forEach((phrase, index) => {
      const { from, to } = phrase;
      const within = this.chords.filter(({ places }) =>
        places.some((place) => place >= from && place <= to),
      );
      const [first, last] = [within[0], within.at(-1)];
      if (!first || !last) return;
      const isBegin = first.places.includes(from);
      const isEnd = last.places.includes(to);
      const [a, b] = [first.x - 8, last.x + 10];
      const text = isBegin ? this.fitting(labelOf(phrase, index), a) : '';
      const wide = text === '' ? 0 : text.length * LETTER + 14;
      const y = 6;
      const path = [
        isBegin ? `M${a} ${y + 6}V${y}H${a + 8}` : `M${a} ${y}H${a + 8}`,
        a + wide < b ? `M${Math.min(b, a + 8 + wide)} ${y}H${b}${isEnd ? `V${y + 6}` : ''}` : '',
      ].join('');
      this.add({ kind: 'line', path, role: 'bracket', width: 1.3 });
      if (text !== '')
        this.text(text, [a + 12, y + 4], { role: 'bracket', isBold: true, anchor: 'start' });
    });
  }
}

/** Draws one row of bars of a riff. */
export function engraveRow(riff: Engraved, row: BarRow, isPhrased: boolean): RiffRow {
  return new RowEngraver(riff, row, isPhrased).draw();
}

function fretText({ fret, how, optional }: RiffNote, shift: number): string {
  const shown = fret === 0 ? 0 : fret + shift;
  const text = how === 'dead' ? '×' : how === 'harmonic' ? `<${shown}>` : String(shown);
  return optional ? `(${text})` : text;
}

function bendOf({ bend }: RiffNote): Bend | undefined {
  if (!bend) return undefined;
  const up = { type: Bend.UP, text: BENT[bend.quarterTones] ?? '' };
  return new Bend(bend.isReleased ? [up, { type: Bend.DOWN, text: '' }] : [up]);
}

/** A phrase by its number, and what it is beside the one it comes from. */
function labelOf({ of, beside: [before, behind] }: Phrase, index: number): string {
  const name = `phrase ${index + 1}`;
  return of === undefined ? name : `${name}: ${before}phrase ${of + 1}${behind}`;
}

/** How a note sounds, said in a word above it. */
function signOf({ palmMuted, rings, swells }: RiffNote): string {
  return [palmMuted && 'palm', rings && 'ring', swells && 'swell'].filter(Boolean).join(' ');
}
