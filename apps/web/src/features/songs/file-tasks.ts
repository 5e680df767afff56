import { writeChart } from '@harvu/core/chart';
import { renderScore, songScore } from '@harvu/core/guide';
import type { SongDocument } from '@harvu/core/song';
import {
  readAny,
  writeMidi,
  writeMusicXml,
  writeSheet,
  type Imported,
  type ImportOptions,
} from '@harvu/formats';
import { WaveFile } from 'wavefile';
import type { SongFileKind } from './files';

/** What a file of a song is made from. */
export interface SongFileRequest {
  readonly to: SongFileKind;
  readonly title: string;
  readonly playedBy: string;
}

const RATE = 44_100;
const LOUDEST = 32_767;

/** The guide playing the song once with its click, as a WAV file. */
function soundOf(song: SongDocument): Uint8Array {
  const sound = renderScore(songScore(song), { slower: 1, sampleRate: RATE, hasClick: true });
  const wav = new WaveFile();
  wav.fromScratch(
    ...([1, RATE, '16'] as const),
    Int16Array.from(sound, (one) => Math.round(one * LOUDEST)),
  );
  return wav.toBuffer();
}

/** What a worker does with files of songs: reads and writes them. */
export const fileTasks = {
  read: (bytes: Uint8Array, options: ImportOptions): Imported => readAny(bytes, options),

  write(song: SongDocument, { to, title, playedBy }: SongFileRequest): Uint8Array {
    const credits = { title, playedBy };
    if (to === 'musicxml') return writeMusicXml(song, credits).bytes;
    if (to === 'midi') return writeMidi(song, credits).bytes;
    if (to === 'chords') return writeSheet(song, credits).bytes;
    return to === 'wav' ? soundOf(song) : new TextEncoder().encode(writeChart(song));
  },
};
