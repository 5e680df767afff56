import { chordLabel, tagOf, transposeChordName, withoutTag } from '../chord';
import { chordRow, timelineOf, withOrnaments } from '../timeline';
import { everyBar, type SongDocument } from '../song';
import { songGrips, type SongGrip } from '../player';
import { createFinding, type Finding } from './finding';

/**
 * Finds chords without a grip, grips without a chord, and transposed sections whose grips nobody
 * chose; empty when the chart and the grips are one.
 *
 * @example
 * inventoryFindings(readChart('grip D: xx0232\n[A]\n| G |').song).map((one) => one.at) // ['D']
 */
export function inventoryFindings(song: SongDocument): readonly Finding[] {
  const timeline = timelineOf(song);
  const bars = timeline.occurrences.flatMap((one) => one.bars);
  const played = [...new Set([...chordRow(bars), ...chordRow(withOrnaments(bars))])];
  if (played.length === 0) return [];
  const grips = songGrips(song, timeline);
  return [
    ...ungripped(played, grips),
    ...untagged(song, played),
    ...unused(song, played),
    ...transposed(song, grips),
  ];
}

function list(names: readonly string[]): string {
  return names.map(chordLabel).join(', ');
}

function ungripped(played: readonly string[], grips: readonly SongGrip[]): readonly Finding[] {
  const known = new Set(grips.map((grip) => grip.name));
  const without = played.filter((name) => !known.has(name));
  if (without.length === 0) return [];
  return without.map((name) =>
    createFinding('inventory', {
      place: { kind: 'grip', name },
      cause: ['no-grip'],
      message: `${chordLabel(name)} is in the chart, and no grip is known for it. Write one: grip ${name}: x02210.`,
    }),
  );
}

/** A tag says which grip of a chord is meant; here nobody wrote that grip. */
function untagged(song: SongDocument, played: readonly string[]): readonly Finding[] {
  const given = new Set(song.grips.map(({ name }) => name));
  return played
    .filter((name) => tagOf(name) !== undefined && !given.has(name))
    .map((name) =>
      createFinding('inventory', {
        place: { kind: 'grip', name },
        cause: ['no-tag', name],
        message: `${chordLabel(name)} is in the chart, and no such grip is written; it is held as ${chordLabel(withoutTag(name))}. Write it: grip ${name}: x02210.`,
        remedies: [
          {
            label: `Play ${chordLabel(withoutTag(name))}`,
            commands: [{ kind: 'rename-chord', from: name, to: withoutTag(name) }],
          },
        ],
      }),
    );
}

function unused(song: SongDocument, played: readonly string[]): readonly Finding[] {
  return song.grips
    .filter(({ name }) => !played.includes(name))
    .filter(({ name }) => !song.grips.some((one) => one.claim?.of === name))
    .map(({ name }) =>
      createFinding('inventory', {
        place: { kind: 'grip', name },
        cause: ['unused'],
        severity: 'note',
        message: `The grip of ${chordLabel(name)} is kept, though the chart does not play it.`,
        remedies: [{ label: `Drop ${chordLabel(name)}`, commands: [{ kind: 'drop-grip', name }] }],
      }),
    );
}

/** Chords that only come because a section is moved, while the song otherwise has grips of its own. */
function transposed(song: SongDocument, grips: readonly SongGrip[]): readonly Finding[] {
  const given = new Set(song.grips.map((grip) => grip.name));
  if (given.size === 0) return [];
  return song.map.flatMap((entry): readonly Finding[] => {
    const section = song.sections.find((one) => one.name === entry.section);
    const by = entry.semitones ?? 0;
    if (!section || by === 0) return [];
    const names = everyBar(song, section).flatMap(({ bar }) => bar.chords.map((mark) => mark.name));
    const own = [...new Set(names)].filter((name) => given.has(name));
    const moved = own
      .map((name) => transposeChordName(name, by))
      .filter((name) => !given.has(name));
    if (moved.length === 0) return [];
    const proposed = grips.filter((grip) => moved.includes(grip.name));
    return [
      createFinding('inventory', {
        place: { kind: 'section', id: section.id },
        at: section.name,
        cause: ['moved', by, ...moved],
        message: `${entry.section} comes ${by > 0 ? '+' : '−'}${Math.abs(by)} semitones; ${list(moved)} ${moved.length === 1 ? 'has' : 'have'} no grip of yours, nor is a capo planned.`,
        remedies: [
          {
            label: 'Take the proposed grips',
            commands: proposed.map(({ name, grip, fingers }) => ({
              kind: 'set-grip' as const,
              name,
              grip,
              fingers,
            })),
          },
        ],
      }),
    ];
  });
}
