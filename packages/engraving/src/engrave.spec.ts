import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import type { Shape } from '@harvu/core/drawing';
import { USUAL_HAND } from '@harvu/core/fretboard';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { riffBarBeats, workOutRiff } from '@harvu/core/riff';
import { engraveRiff, type RiffRow } from './index';
import { barsOf, rowsOf } from './layout';

const METER = { beats: 4, unit: 4 as const, groups: [4] };

function drawn(
  body: string,
  more: {
    readonly width?: number;
    readonly capo?: number;
    readonly conventions?: Partial<Conventions>;
    readonly only?: { readonly from: number; readonly to: number };
  } = {},
): readonly RiffRow[] {
  const { width = 900, capo = 0, conventions = {}, only } = more;
  const riff = workOutRiff(body, { meter: METER, tuning: STANDARD_TUNING, hand: USUAL_HAND });
  return engraveRiff({
    ...{ riff, barBeats: riffBarBeats({ meterBeats: 4 }, riff.bars), unit: 4 },
    ...{ tuning: STANDARD_TUNING, capo, conventions: { ...USUAL_CONVENTIONS, ...conventions } },
    ...{ width, ...(only && { only }) },
  }).rows;
}

type Text = Extract<Shape, { kind: 'text' }>;

function texts(rows: readonly RiffRow[]): readonly Text[] {
  return rows.flatMap((row) =>
    row.drawing.shapes.flatMap((shape) => (shape.kind === 'text' ? [shape] : [])),
  );
}

const said = (rows: readonly RiffRow[]) => texts(rows).map((one) => one.text);

describe('a riff as it is drawn', () => {
  it('has each figure on its string, from left to right in time', () => {
    const [row] = drawn('3: 2 4 2: 3 5');
    expect(row?.notes.map((one) => one.place)).toEqual([0, 1, 2, 3]);
    const [a = 0, b = 0, c = 0, d = 0] = (row?.notes ?? []).map((one) => one.y);
    expect([a, c]).toEqual([b, d]);
    // String 2 is drawn above string 3.
    expect(c).toBeLessThan(a);
    const xs = (row?.notes ?? []).map((one) => one.x);
    expect(xs).toEqual(xs.toSorted((x, y) => x - y));
    expect(said(drawn('3: 2 4 2: 3 5'))).toEqual(jasmine.arrayContaining(['2', '4', '3', '5']));
  });

  it('stands as far apart as it is long', () => {
    const [row] = drawn('3: 2 . 4 5');
    const [a = 0, b = 0, c = 0] = (row?.notes ?? []).map((one) => one.x);
    expect((b - a) / (c - b)).toBeCloseTo(2, 6);
  });

  it('is counted below, triplets as triplets', () => {
    expect(said(drawn('3: 2 4 5 7'))).toEqual(jasmine.arrayContaining(['1', '&', '2', '3', '4']));
    expect(said(drawn('3: {2 4 5} 2: 3 5 5'))).toEqual(jasmine.arrayContaining(['trip', 'let']));
  });

  it('says fingers, techniques, what is optional, dead and a harmonic', () => {
    const all = said(drawn('3: 2 h4 p2 /7 | x 12o (5) 7m'));
    expect(all).toEqual(jasmine.arrayContaining(['h', 'p', '×', '<12>', '(5)', 'palm']));
  });

  it('counts frets from the nut for whoever does, and calls strings by letters', () => {
    const all = said(
      drawn('3: 2 0', { capo: 2, conventions: { frets: 'nut', strings: 'letters' } }),
    );
    expect(all).toEqual(jasmine.arrayContaining(['4', '0', 'G', 'E']));
    expect(all).not.toContain('2 ');
  });

  it('brackets its phrases, and says what they are beside each other', () => {
    const all = said(drawn('3: 2 4 2: 3 5 , | 3: 2 4 2: 3 5'));
    expect(all).toEqual(jasmine.arrayContaining(['phrase 1', 'phrase 2: phrase 1 again']));
  });

  it('sets the thumb on ink', () => {
    const onInk = texts(drawn("6:3'p+1:0'a 3:0'i 4:0'p 2:0'm")).filter(
      (one) => one.role === 'on-ink',
    );
    expect(onInk.map((one) => one.text)).toEqual(['3', '0']);
  });

  it('breaks into rows that are no wider than there is room, each bar once', () => {
    const body = Array<string>(8).fill('3: 2 4 5 7 5 4 2 4').join(' | ');
    for (const width of [280, 400, 640, 1200]) {
      const rows = drawn(body, { width });
      expect(rows.flatMap((row) => row.notes).length).toBe(64);
      for (const { drawing } of rows)
        expect(drawing.width).toBeLessThanOrEqual(Math.max(width, 240));
    }
    expect(drawn(body, { width: 1200 }).length).toBe(2);
  });

  it('shows some of its bars where only they are asked for', () => {
    const rows = drawn('3: 2 | 4 | 5 | 7', { only: { from: 1, to: 2 } });
    expect(rows.flatMap((row) => row.notes.map((one) => one.place))).toEqual([1, 2]);
  });

  it('is nothing but lines for no note, and draws what bends and shakes', () => {
    expect(drawn('- - - -')[0]?.notes).toEqual([]);
    const music = texts(drawn('2: 7b2r . 5v .')).filter((one) => one.isMusic);
    expect(music.length).toBe(1);
    expect(said(drawn('2: 7b2r . 5v .'))).toContain('½');
  });
});

describe('the rows of a riff', () => {
  it('have as many bars each as there is room for', () => {
    const bars = barsOf([], Array<number>(5).fill(4), 2);
    expect(rowsOf(bars, 760).map((row) => row.bars.length)).toEqual([3, 2]);
    expect(rowsOf([], 760)).toEqual([]);
  });
});
