import { LAYERS, type Layer } from '../song';

/** The layer a word names; undefined for any other word. */
export function readLayer(word: string): Layer | undefined {
  return LAYERS.find((layer) => layer === word);
}
