import { checked, songDocumentSchema, type Problem } from '@harvu/contract';
import { withoutFault, type SongPlace } from '@harvu/core/edits';
import type { SongDocument } from '@harvu/core/song';

/** A song as it can be kept, and what of it cannot. */
export interface FitForSaving {
  readonly song: SongDocument;
  readonly left: readonly SongPlace[];
}

/** One that has more faults than these is not kept in part. */
const MOST_LEFT = 40;

/**
 * Leaves out what the studio would not keep, as little as can be, so that one field never holds all the
 * others up; null where what is left is no song.
 */
export function fitForSaving(song: SongDocument, saved: SongDocument): FitForSaving | null {
  let fit = song;
  const left: SongPlace[] = [];
  for (let found = checked(songDocumentSchema, fit); !found.ok;) {
    const salvaged = withoutFault(fit, saved, found.fault.field);
    if (!salvaged || left.length === MOST_LEFT) return null;
    left.push(salvaged.place);
    fit = salvaged.song;
    found = checked(songDocumentSchema, fit);
  }
  return { song: fit, left };
}

const KINDS: Readonly<Record<SongPlace['kind'], string>> = {
  section: 'Section',
  grip: 'The grip',
  pattern: 'The pattern',
  riff: 'The riff',
  map: 'The map',
  frame: 'The frame',
  remark: 'A remark',
};

/** Says where the song has something that cannot be kept. */
export function notKept(left: readonly SongPlace[]): Problem {
  const places = [...new Set(left.map(placeWords))];
  const more = places.length > 3 ? ` and ${places.length - 3} more` : '';
  return {
    status: 400,
    code: 'not-kept',
    title: `${places.slice(0, 3).join('; ')}${more}: not saved.`,
    remedy: 'Harvu cannot keep what is written there. Everything else is saved; write this anew.',
  };
}

function placeWords({ kind, name, bar }: SongPlace): string {
  if (bar !== undefined) return `${name}, bar ${bar}`;
  return kind === 'section' && name !== '' ? name : [KINDS[kind], name].join(' ').trim();
}
