/** The kinds of file a song is saved as. */
export type SongFileKind = 'musicxml' | 'midi' | 'chords' | 'text' | 'wav';

export const SONG_FILES: readonly { readonly to: SongFileKind; readonly name: string }[] = [
  { to: 'musicxml', name: 'a score (MusicXML)' },
  { to: 'midi', name: 'MIDI' },
  { to: 'chords', name: 'a chord sheet' },
  { to: 'text', name: 'chart text' },
  { to: 'wav', name: 'sound (WAV)' },
];
