import fc from 'fast-check';
import { parseMeter, USUAL_PICKING } from '../rhythm';
import { withNewIds } from '../chart';
import { parseGrip } from '../fretboard';
import {
  EMPTY_SONG,
  withRow,
  type Bar,
  type ChordMark,
  type NamedGrip,
  type NamedRiff,
  type Section,
  type SongDocument,
} from '../song';
import { bpm, seconds } from '../units';

const USUAL_METER = { beats: 4, unit: 4 as const, groups: [4] };
const CHORDS = ['G', 'C', 'Am7', 'F#m7b5', 'Bb', 'D/F#', 'N.C.', '-', 'Esus4', 'Bm~low'] as const;

const mark = (span: fc.Arbitrary<number>): fc.Arbitrary<ChordMark> =>
  fc
    .record({
      name: fc.constantFrom(...CHORDS),
      span,
      doubt: fc.boolean(),
      hit: fc.boolean(),
      isOptional: fc.boolean(),
    })
    .map(({ name, span: held, doubt, hit, isOptional }) => ({
      name,
      span: held,
      ...(doubt && { doubt: true as const }),
      ...(hit && { hit: true as const }),
      ...(isOptional && name !== '-' && { optional: true as const }),
    }));

const ownMeter = fc.option(fc.constantFrom('2/4', '7/8', '3/4'), { nil: undefined, freq: 8 });
const withMeter = (bar: fc.Arbitrary<Bar>): fc.Arbitrary<Bar> =>
  fc.tuple(bar, ownMeter).map(([one, text]) => {
    const meter = text === undefined ? undefined : parseMeter(text);
    return meter ? { ...one, meter } : one;
  });

const even: fc.Arbitrary<Bar> = fc
  .array(mark(fc.constant(1)), { minLength: 1, maxLength: 5 })
  .map((chords) => ({ id: '', chords }));
const dotted: fc.Arbitrary<Bar> = fc
  .array(mark(fc.integer({ min: 1, max: 4 })), { minLength: 1, maxLength: 4 })
  .filter((chords) => chords.some((one) => one.span > 1))
  .map((chords) => ({ id: '', dotted: true as const, chords }));
const held = fc.constantFrom<Bar>(
  { id: '', chords: [{ name: '.', span: 1 }] },
  { id: '', dotted: true, chords: [{ name: '.', span: 4 }] },
  {
    id: '',
    dotted: true,
    chords: [
      { name: '.', span: 1 },
      { name: 'G', span: 3 },
    ],
  },
);
const repeated = fc.constant<Bar>({ id: '', repeat: true, chords: [] });
const anyBar = fc.oneof(withMeter(even), withMeter(dotted), held, repeated);
const bars = fc.array(anyBar, { minLength: 1, maxLength: 6 });
/** Bars in lines, as a section has them. */
const lines = fc
  .array(fc.array(anyBar, { minLength: 1, maxLength: 8 }), { minLength: 1, maxLength: 3 })
  .map((rows) => rows.flatMap(withRow));

const maybe = <T>(key: string, value: fc.Arbitrary<T>): fc.Arbitrary<object> =>
  fc.option(value, { nil: undefined }).map((one) => (one === undefined ? {} : { [key]: one }));
const joined = (...parts: fc.Arbitrary<object>[]): fc.Arbitrary<object> =>
  fc.tuple(...parts).map((all) => Object.assign({}, ...all) as object);

const head = joined(
  maybe('layer', fc.constantFrom('bare', 'pulse', 'full', 'ornaments')),
  maybe('pattern', fc.constantFrom('eights', 'slow-one')),
  maybe('grips', fc.constantFrom<readonly string[]>(['Am7~up'], ['G~high', 'D/F#~2nd'], [])),
  maybe(
    'patternUses',
    fc.constantFrom(
      [{ pattern: 'fills', layer: 'ornaments' as const }],
      [
        { pattern: 'in', bars: { from: 3, to: 3 } },
        { pattern: 'for', layer: 'pulse' as const, bars: { from: 1, to: 12 } },
      ],
    ),
  ),
  maybe(
    'riffUses',
    fc.constantFrom(
      [{ riff: 'hoist' }],
      [
        { riff: 'hoist', bars: { from: 3, to: 4 }, part: 'lead' },
        { riff: 'walk', layer: 'ornaments' as const, bars: { from: 2, to: 2 }, beat: 3 },
      ],
    ),
  ),
  maybe(
    'startsAt',
    fc.integer({ min: 0, max: 600_000 }).map((ms) => seconds(ms / 1000)),
  ),
  maybe('cue', fc.constantFrom('go on', 'x2 layer full')),
  maybe('cues', fc.constantFrom([{ bar: 2, words: 'the horns' }])),
  maybe('timesDoubt', fc.constant(true)),
  maybe('statedBars', fc.integer({ min: 1, max: 40 })),
  maybe('part', fc.constantFrom('lead', 'rhythm')),
  maybe(
    'meter',
    fc.constantFrom('6/8', '5/4 (2+3)').map((text) => parseMeter(text)),
  ),
  fc.constantFrom({}, {}, { tempo: bpm(70) }, { tempo: bpm(92), tempoTo: bpm(60) }),
);

const whole = fc
  .tuple(
    head,
    lines,
    fc.integer({ min: 1, max: 4 }),
    maybe(
      'endings',
      fc.tuple(bars, bars).map(([a, b]) => [
        { pass: 1, bars: a },
        { pass: 2, bars: b },
      ]),
    ),
  )
  .map(([options, own, times, endings]) => ({ times, bars: own, ...options, ...endings }));

const derived = fc
  .tuple(head, bars, fc.integer({ min: 1, max: 9 }))
  .map(([options, instead, at]) => ({
    times: 1,
    parent: 'Part 1',
    bars: [],
    differences: [{ at, bars: instead }],
    drops: [{ from: at, to: at + 1 }],
    ...options,
  }));

const frame = joined(
  maybe('tempo', fc.integer({ min: 20, max: 400 }).map(bpm)),
  maybe(
    'meter',
    fc.constantFrom('4/4', '3/4', '6/8', '5/4 (3+2)').map((text) => parseMeter(text)),
  ),
  maybe(
    'feel',
    fc.constantFrom({ kind: 'straight' as const }, { kind: 'swing' as const, long: 2, short: 1 }),
  ),
  maybe('capo', fc.integer({ min: 0, max: 12 })),
  maybe('key', fc.constantFrom('D', 'F#m', 'Bb')),
  maybe('hand', fc.constantFrom('pick', 'fingers')),
  maybe('part', fc.constantFrom('lead', 'rhythm')),
  maybe(
    'sound',
    fc.constantFrom([
      { name: 'overdrive', settings: [{ name: 'gain', value: 3 }], why: 'just breaking' },
      { name: 'echo', settings: [{ name: 'time', value: 536, unit: 'ms' }] },
    ]),
  ),
  maybe('picking', fc.constantFrom(USUAL_PICKING, { p: [5, 4], i: [3], m: [2], a: [1] })),
  maybe(
    'tuning',
    fc.constantFrom(['D2', 'A2', 'D3', 'G3', 'B3', 'E4'], ['E2', 'A2', 'D3', 'G3', 'B3', 'E4']),
  ),
);

const claim = fc.record({
  of: fc.constantFrom('E', 'F#m'),
  frets: fc.integer({ min: -5, max: 7 }),
  strings: fc.integer({ min: -2, max: 2 }),
});
const namedGrip: fc.Arbitrary<NamedGrip> = fc
  .tuple(
    fc.constantFrom('G', 'F#m7b5', 'D/F#'),
    fc.constantFrom('320003', 'x-10-12-12-12-10', '2x0232'),
    fc.option(claim, { nil: undefined }),
    fc.boolean(),
  )
  .map(([name, text, of, isEither]) => ({
    name,
    grip: parseGrip(text) ?? [],
    ...(isEither && { others: [parseGrip('320033') ?? []] }),
    ...(of ? { claim: of } : { doubt: true as const }),
  }));

const riff: fc.Arbitrary<NamedRiff> = fc
  .tuple(
    fc.constantFrom('4/4', '7/8 (3+2+2)'),
    fc.option(fc.constantFrom(1, 2), { nil: undefined }),
    fc.array(
      fc.constantFrom('3: 2 h4 2: 3 5', '%', '- - (6:3) .', '{7 5 3} . 5:3+3:0 x', '2: 7b2r v'),
      {
        minLength: 1,
        maxLength: 9,
      },
    ),
  )
  .map(([meter, pickup, bodies]) => ({
    name: 'hoist',
    meter: parseMeter(meter) ?? USUAL_METER,
    body: bodies.join(' | '),
    ...(pickup === undefined ? { sameAs: 'other', downs: true as const } : { pickup }),
  }));

/** Generates songs of every kind that can be written, with sections, derivations, endings and a map. */
export const anySong: fc.Arbitrary<SongDocument> = fc
  .tuple(
    frame,
    fc.array(fc.oneof(whole, derived), { maxLength: 5 }),
    whole,
    fc.tuple(fc.boolean(), fc.array(namedGrip, { maxLength: 3 }), fc.array(riff, { maxLength: 1 })),
  )
  .map(([framed, rest, first, [isMapped, grips, riffs]]) => {
    const sections = [first, ...rest].map((one, index) => ({
      ...one,
      id: '',
      name: `Part ${index + 1}`,
    })) as unknown as Section[];
    const map = isMapped
      ? sections.map(({ name }, index) => ({
          section: name,
          times: 1 + (index % 3),
          ...(index === 1 && { semitones: -2 }),
          ...(index === 2 && { once: true as const }),
          ...(index === 3 && { until: 'back in', fade: true as const }),
          ...(index === 4 && { sometimes: true as const, tempo: bpm(60), tempoTo: bpm(90) }),
        }))
      : [];
    return {
      ...EMPTY_SONG,
      frame: framed,
      grips,
      sections,
      map,
      ...(riffs.length > 0 && { riffs }),
    };
  });

/** The same, every section and bar with an id of its own, as songs are that were read or edited. */
export const anyNumberedSong: fc.Arbitrary<SongDocument> = anySong.map(withNewIds);
