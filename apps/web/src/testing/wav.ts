import { WaveFile } from 'wavefile';

const RATE = 8000;

/** A file with a tone of so many seconds, as somebody would take it off their device. */
export function wavFile(lastsS: number, name = 'our song.wav'): File {
  const tone = Array.from({ length: Math.round(lastsS * RATE) }, (_, at) =>
    Math.round(3000 * Math.sin((2 * Math.PI * 220 * at) / RATE)),
  );
  const file = new WaveFile();
  file.fromScratch(1, RATE, '16', tone);
  return new File([new Uint8Array(file.toBuffer())], name, { type: 'audio/wav' });
}
