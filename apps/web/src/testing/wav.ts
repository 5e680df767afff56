const RATE = 8000;
const HEADER = 44;

/** A file with a tone of so many seconds, as somebody would take it off their device. */
export function wavFile(lastsS: number, name = 'our song.wav'): File {
  const count = Math.round(lastsS * RATE);
  const view = new DataView(new ArrayBuffer(HEADER + count * 2));
  const put = (at: number, words: string): void => {
    [...words].forEach((letter, place) => view.setUint8(at + place, letter.charCodeAt(0)));
  };
  put(0, 'RIFF');
  view.setUint32(4, HEADER - 8 + count * 2, true);
  put(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, RATE, true);
  view.setUint32(28, RATE * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  put(36, 'data');
  view.setUint32(40, count * 2, true);
  for (let at = 0; at < count; at += 1) {
    view.setInt16(HEADER + at * 2, 3000 * Math.sin((2 * Math.PI * 220 * at) / RATE), true);
  }
  return new File([view.buffer], name, { type: 'audio/wav' });
}
