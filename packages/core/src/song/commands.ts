import type { Fingers, Grip } from '../fretboard';
import { readFrameField } from './chart-header';
import { readChart } from './chart-reader';
import type { Frame, NamedGrip, SongDocument } from './document';

/** One edit of a song. */
export type SongCommand =
  | { readonly kind: 'write-chart'; readonly text: string }
  | { readonly kind: 'set-frame'; readonly field: keyof Frame; readonly text: string }
  | {
      readonly kind: 'set-grip';
      readonly name: string;
      readonly grip: Grip;
      readonly fingers?: Fingers;
    };

function withFrameField(song: SongDocument, field: keyof Frame, text: string): SongDocument {
  if (text.trim() === '') {
    const { [field]: _left, ...frame } = song.frame;
    return { ...song, frame };
  }
  const read = readFrameField(field, text);
  return read ? { ...song, frame: { ...song.frame, ...read } } : song;
}

function withGrip(song: SongDocument, grip: NamedGrip): SongDocument {
  const isKnown = song.grips.some((one) => one.name === grip.name);
  const grips = isKnown
    ? song.grips.map((one) => (one.name === grip.name ? grip : one))
    : [...song.grips, grip];
  return { ...song, grips };
}

/**
 * Carries out one edit and gives the changed song; the song given stays as it was, so undoing is
 * going back to it. A frame value that cannot be read changes nothing; an empty one takes it away.
 *
 * @example
 * withCommand(EMPTY_SONG, { kind: 'set-frame', field: 'capo', text: '2' }).frame // { capo: 2 }
 */
export function withCommand(song: SongDocument, command: SongCommand): SongDocument {
  switch (command.kind) {
    case 'write-chart':
      return readChart(command.text, song).song;
    case 'set-frame':
      return withFrameField(song, command.field, command.text);
    case 'set-grip': {
      const { name, grip, fingers } = command;
      return withGrip(song, fingers ? { name, grip, fingers } : { name, grip });
    }
  }
}
