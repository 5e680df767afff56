import type { SongDocument } from '../song';
import { workpieceOf, type Workpiece } from '../steps';
import { barsInLayer } from '../timeline';

/** A part that is played otherwise than before. */
export interface ChangedPart {
  readonly id: string;
  readonly name: string;
}

/**
 * Lists the parts of a song that are there in both of two revisions and are not played alike: another chord, another
 * bar, another stroke or note. What is new, or gone, is none of them.
 *
 * @example
 * changedParts(readChart('[A]\n| G |').song, readChart('[A]\n| D |').song).map((one) => one.name) // ['A']
 */
export function changedParts(before: SongDocument, after: SongDocument): readonly ChangedPart[] {
  const [then, now] = [playedByPart(workpieceOf(before)), workpieceOf(after)];
  const played = playedByPart(now);
  return now.parts
    .filter(({ id }) => then.has(id) && then.get(id) !== played.get(id))
    .map(({ id, name }) => ({ id, name }));
}

/** What is played of each part, by its id, in a form that can be compared. */
function playedByPart({ timeline, patterns }: Workpiece): ReadonlyMap<string, string> {
  const played = new Map<string, string>();
  for (const occurrence of timeline.occurrences) {
    if (played.has(occurrence.part.id)) continue;
    const bars = barsInLayer(occurrence, 'full', patterns).map(
      ({ meter, feel, chords, struck, riff }) => ({
        meter,
        feel,
        chords,
        strokes: struck?.pattern.slots,
        notes: riff?.notes,
      }),
    );
    played.set(occurrence.part.id, JSON.stringify(bars));
  }
  return played;
}
