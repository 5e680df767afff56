import { bpm, type Bpm } from '../units';

const SLOWEST_BPM = 20;
const FASTEST_BPM = 400;

/** A tempo, and the one it bends to. */
export interface WrittenTempo {
  readonly tempo: Bpm;
  readonly tempoTo?: Bpm;
}

/**
 * Reads a tempo in whole beats a minute, 20 to 400; undefined when it is none.
 *
 * @example
 * readTempo('92') // 92
 * @example
 * readTempo('500') // undefined
 */
export function readTempo(text: string): Bpm | undefined {
  const value = /^\d{1,3}$/.test(text) ? Number(text) : NaN;
  return value >= SLOWEST_BPM && value <= FASTEST_BPM ? bpm(value) : undefined;
}

/** The tempo and the one it bends to, as two texts; undefined where one of them is no tempo. */
export function readTempos(from: string, to: string | undefined): WrittenTempo | undefined {
  const tempo = readTempo(from);
  const tempoTo = to === undefined ? undefined : readTempo(to);
  if (tempo === undefined || (to !== undefined && tempoTo === undefined)) return undefined;
  return { tempo, ...(tempoTo !== undefined && tempoTo !== tempo && { tempoTo }) };
}

/** Writes a tempo and the one it bends to, as they are read; empty where none is said. */
export function writeTempos({ tempo, tempoTo }: Partial<WrittenTempo>): string {
  if (tempo === undefined) return '';
  return `tempo ${tempo}${tempoTo === undefined ? '' : ` to ${tempoTo}`}`;
}
