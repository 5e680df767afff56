import { withCommand } from '@harvu/core/edits';
import type { Bar, SongDocument } from '@harvu/core/song';

const BARS_AT_FIRST = 4;
const SILENCE: Bar = { id: '', chords: [{ name: '-', span: 1 }] };

/** A song with nothing in it begins with a row of bars to write in; any other is as it is. */
export function withFirstRow(song: SongDocument): SongDocument {
  if (song.sections.length > 0) return song;
  const begun = withCommand(song, { kind: 'add-section', after: '', name: 'Verse 1' });
  const section = begun.sections[0]?.id ?? '';
  const bars = Array<Bar>(BARS_AT_FIRST).fill(SILENCE);
  return withCommand(begun, { kind: 'set-bars', section, bars });
}
