import { partsOf, type PartOccurrence } from '../form';
import { mapOf, type NamedGrip, type SongDocument } from '../song';
import { withCommand } from '../edits';
import { workpieceOf } from '../steps';
import { slowRemedies } from './slow-remedies';
import type { PlanChange } from './teaching';

/**
 * Gives the song as one student learns it: with their own grips, without the parts they leave out, strummed where
 * they do not pick, with a stroke left open before a change. The studio's song stays as it is.
 *
 * @example
 * songFor(readChart('[A]\n| G |\n[B]\n| D |').song, [{ kind: 'leave-out', part: 's4' }]).map.map((entry) => entry.section) // ['A']
 */
export function songFor(song: SongDocument, changes: readonly PlanChange[]): SongDocument {
  return changes.reduce((own, change) => {
    if (change.kind === 'leave-out') return withoutPart(own, change.part, change.section);
    if (change.kind === 'strummed') return strummed(own, change.what);
    if (change.kind === 'open-stroke') return withOpenStroke(own, change);
    if (change.kind !== 'grip') return own;
    const { name, grip, fingers } = change;
    return withGrip(own, { name, grip, ...(fingers && { fingers }) });
  }, song);
}

function withGrip(song: SongDocument, grip: NamedGrip): SongDocument {
  const others = song.grips.filter((one) => one.name !== grip.name);
  return { ...song, grips: [...others, grip] };
}

/** The map without a part, or without one section that is it; unchanged where nothing would be left of the song. */
function withoutPart(song: SongDocument, part: string, section?: string): SongDocument {
  const isGone = (one: PartOccurrence): boolean =>
    one.part.id === part && (section === undefined || one.section === section);
  const gone = new Set(
    partsOf(song).occurrences.flatMap((one) => (isGone(one) ? [one.entry] : [])),
  );
  const map = mapOf(song).filter((_, entry) => !gone.has(entry));
  const left = { ...song, map };
  return map.length === 0 || partsOf(left).occurrences.length === 0 ? song : left;
}

/** The song with a riff or a pattern taken off: its chords are strummed as they are where nothing is said. */
function strummed(song: SongDocument, what: string): SongDocument {
  const sections = song.sections.map((section) => {
    const { pattern, patternUses = [], riffUses = [], ...rest } = section;
    const patterns = patternUses.filter((use) => use.pattern !== what);
    const riffs = riffUses.filter((use) => use.riff !== what);
    return {
      ...rest,
      ...(pattern !== undefined && pattern !== what && { pattern }),
      ...(patterns.length > 0 && { patternUses: patterns }),
      ...(riffs.length > 0 && { riffUses: riffs }),
    };
  });
  return { ...song, sections };
}

/** The song with the last stroke before a change on open strings, wherever its pattern allows it. */
function withOpenStroke(
  song: SongDocument,
  change: { readonly from: string; readonly to: string },
): SongDocument {
  return slowRemedies(song, workpieceOf(song), change)
    .filter(({ kind }) => kind === 'open-stroke')
    .flatMap(({ commands }) => commands)
    .reduce(withCommand, song);
}
