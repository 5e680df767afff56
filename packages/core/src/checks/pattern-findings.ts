import { chordLabel } from '../chord';
import { barsInLayer, changesOffSlot, patternNamed, timelineOf, songPatterns } from '../timeline';
import { soundingStrings } from '../fretboard';
import { songGrips } from '../player';
import {
  formatMeter,
  readPattern,
  settledPicking,
  strokesOf,
  type Pattern,
  type Slot,
} from '../rhythm';
import { parseTold, readTelling } from '../telling';
import { settledFrame, type NamedPattern, type SongDocument } from '../song';
import { createFinding, type Finding } from './finding';

/** Slots a beat at which the strumming hand swings down and up evenly. */
const EVEN_SUBDIVISIONS: readonly number[] = [2, 4];

/**
 * Finds what is doubtful about the patterns of a song: those that do not fill their bar, strokes
 * against an even hand, tellings that differ, chords that come between slots, plucks on muted strings. Empty when all is in
 * order.
 *
 * @example
 * patternFindings(readChart('pattern p 4/4: D U D\n[A]\n| G |').song).map((one) => one.code) // ['pattern-fill']
 */
export function patternFindings(song: SongDocument): readonly Finding[] {
  const own = song.patterns.flatMap((named): readonly Finding[] => {
    const filled = fillFindings(song, named);
    const pattern = patternNamed(song, named.name);
    if (filled.length > 0 || !pattern) return filled;
    return [...handFindings(named, pattern), ...tellingFindings(named, pattern)];
  });
  return [...own, ...unknownFindings(song), ...slotFindings(song), ...mutedFindings(song)];
}

function fillFindings(song: SongDocument, named: NamedPattern): readonly Finding[] {
  const read = readPattern(named.meter, named.strokes);
  const place = { kind: 'pattern', name: named.name } as const;
  if (!read.ok) {
    const cause = [read.code, named.strokes.join(' ')];
    return [createFinding('pattern-fill', { place, cause, message: read.message })];
  }
  const meter = formatMeter(settledFrame(song).meter);
  const own = formatMeter(named.meter);
  const isPlayed = song.sections.some(
    ({ pattern, patternUses = [] }) =>
      pattern === named.name || patternUses.some((use) => use.pattern === named.name),
  );
  if (own === meter || !isPlayed) return [];
  const message = `This pattern fills ${own}, and the song is in ${meter}. Write it anew for ${meter}.`;
  return [createFinding('pattern-fill', { place, cause: ['meter', own, meter], message })];
}

/** Strums that go against an even hand: downs belong on even slots, ups on odd ones. */
function oddStrums({ meter, slotsPerBar, slots }: Pattern): readonly number[] {
  if (meter.unit >= 8 || !EVEN_SUBDIVISIONS.includes(slotsPerBar / meter.beats)) return [];
  // Downs alone, however fast, are a motion of their own.
  if (!slots.some((slot) => slot.kind === 'strum' && slot.direction === 'up')) return [];
  return slots.flatMap((slot, index) => {
    if (slot.kind !== 'strum') return [];
    const isDownSlot = (index % slotsPerBar) % 2 === 0;
    return (slot.direction === 'down') === isDownSlot ? [] : [index];
  });
}

function turned(strokes: readonly string[], at: readonly number[]): readonly string[] {
  let slot = -1;
  return strokes.map((stroke) => {
    if (stroke === '|') return stroke;
    slot += 1;
    if (!at.includes(slot)) return stroke;
    return stroke.startsWith('D') ? stroke.replace('D', 'U') : stroke.replace('U', 'D');
  });
}

function handFindings(named: NamedPattern, pattern: Pattern): readonly Finding[] {
  const odd = named.free ? [] : oddStrums(pattern);
  const [first] = odd;
  if (first === undefined) return [];
  const isDown = pattern.slots[first]?.kind === 'strum' && first % 2 === 1;
  const what = isDown ? 'a down between the beats' : 'an up on the beat';
  return [
    createFinding('pattern-hand', {
      place: { kind: 'pattern', name: named.name },
      cause: [named.strokes.join(' ')],
      message: `Slot ${first + 1} is ${what}: the hand does not swing evenly there. Turn the stroke, or let the pattern be free.`,
      remedies: [
        {
          label: 'Turn the stroke',
          commands: [
            { kind: 'set-pattern', pattern: { ...named, strokes: turned(named.strokes, odd) } },
          ],
        },
        {
          label: 'Let it be free',
          commands: [{ kind: 'set-pattern', pattern: { ...named, free: true } }],
        },
      ],
    }),
  ];
}

function directionsOf(slots: readonly Slot[]): string {
  return slots
    .flatMap((slot) => (slot.kind === 'strum' ? [slot.direction === 'down' ? 'D' : 'U'] : []))
    .join(' ');
}

function tellingFindings(named: NamedPattern, pattern: Pattern): readonly Finding[] {
  if (named.told === undefined) return [];
  const strums = parseTold(named.told)?.filter(({ what }) => what === 'strum' || what === 'muted');
  const told = strums?.map(({ direction }) => direction).join(' ');
  const written = directionsOf(pattern.slots);
  if (told === written) return [];
  const message =
    told === undefined
      ? `It is told as “${named.told}”, which cannot be read as downs and ups.`
      : `Told: ${told}. Written: ${written}. One of the two is meant.`;
  const { told: _left, ...untold } = named;
  const [asTold] = readTelling(named.told, named.meter).ways;
  const strokes = asTold && strokesOf(asTold.pattern);
  return [
    createFinding('pattern-tellings', {
      place: { kind: 'pattern', name: named.name },
      cause: [named.told, written],
      message,
      remedies: [
        { label: 'What is written', commands: [{ kind: 'set-pattern', pattern: untold }] },
        ...(strokes
          ? [
              {
                label: 'What is told',
                commands: [{ kind: 'set-pattern' as const, pattern: { ...named, strokes } }],
              },
            ]
          : []),
      ],
      patterns: [
        ...(asTold ? [{ label: 'As told', pattern: asTold.pattern }] : []),
        { label: 'As written', pattern },
      ],
    }),
  ];
}

/** A section that is to be played with a pattern nobody wrote. */
function unknownFindings(song: SongDocument): readonly Finding[] {
  const written = new Set(song.patterns.map((one) => one.name));
  return song.sections.flatMap(({ id, name, pattern, patternUses = [] }) => {
    const told = [
      ...(pattern === undefined ? [] : [pattern]),
      ...patternUses.map((u) => u.pattern),
    ];
    return [...new Set(told)]
      .filter((one) => !written.has(one))
      .map((one) =>
        createFinding('pattern-fill', {
          place: { kind: 'section', id },
          at: name,
          cause: ['unwritten', one],
          message: `It is played with “${one}”, which is not written. Write the pattern, or choose another.`,
        }),
      );
  });
}

function slotFindings(song: SongDocument): readonly Finding[] {
  const seen = new Set<string>();
  const patterns = songPatterns(song);
  return timelineOf(song).occurrences.flatMap((occurrence): readonly Finding[] => {
    if (seen.has(occurrence.section)) return [];
    seen.add(occurrence.section);
    const [off] = changesOffSlot(barsInLayer(occurrence, 'full', patterns));
    if (!off) return [];
    const beat = Number(off.beat.toFixed(2));
    const message = `In bar ${off.bar} ${chordLabel(off.chord)} comes on beat ${beat}, where ${off.pattern} has no slot. Move the chord, or use a finer pattern.`;
    const place = { kind: 'section', id: occurrence.section } as const;
    const cause = [off.bar, off.chord, off.beat, off.pattern];
    return [createFinding('change-slot', { place, cause, at: occurrence.name, message })];
  });
}

/** The strings a pattern plucks as it is written; its lowest thumb follows the bass of every grip. */
function pluckedStrings(pattern: Pattern, song: SongDocument): readonly number[] {
  const { picking } = settledFrame(song);
  const notes = settledPicking(pattern, picking).slots.flatMap((slot) =>
    slot.kind === 'pluck' ? slot.notes : [],
  );
  const thumb = notes.flatMap(({ finger, string }) => (finger === 'p' && string ? [string] : []));
  const lowest = Math.max(...thumb);
  return [...new Set(notes.flatMap(({ string }) => string ?? []))].filter(
    (string) => string !== lowest,
  );
}

/** Each pattern with each chord it is plucked over. */
function pluckedOver(song: SongDocument): readonly (readonly [Pattern, string, string])[] {
  const patterns = songPatterns(song);
  const bars = timelineOf(song).occurrences.flatMap((one) => barsInLayer(one, 'full', patterns));
  const over = new Map<string, readonly [Pattern, string, string]>();
  for (const { struck, chords } of bars) {
    if (struck?.name === undefined) continue;
    for (const { chord } of chords)
      over.set(`${struck.name} ${chord}`, [struck.pattern, struck.name, chord]);
  }
  return [...over.values()];
}

/** A pluck on a string that the grip does not sound. */
function mutedFindings(song: SongDocument): readonly Finding[] {
  const grips = new Map(songGrips(song).map(({ name, grip }) => [name, soundingStrings(grip)]));
  return pluckedOver(song).flatMap(([pattern, name, chord]): readonly Finding[] => {
    const sounding = grips.get(chord);
    const muted = pluckedStrings(pattern, song).filter(
      (string) => sounding?.includes(string) === false,
    );
    if (muted.length === 0) return [];
    const strings = `string${muted.length === 1 ? '' : 's'} ${muted.toSorted((a, b) => b - a).join(' and ')}`;
    return [
      createFinding('pluck-muted', {
        place: { kind: 'pattern', name },
        cause: [chord, ...muted],
        message: `It plucks ${strings} over ${chordLabel(chord)}, whose grip does not sound ${muted.length === 1 ? 'it' : 'them'}. Pluck another string there, or take another grip.`,
      }),
    ];
  });
}
