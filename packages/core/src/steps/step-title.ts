import type { Layer } from '../layer';

/** What a step is about, in parts; its title and every shorter or longer name are made of them. */
export interface StepAbout {
  /** What it is called; sections by their names. */
  readonly name: string;
  /** Which of it, or how: "bars 3 and 4 only". */
  readonly detail?: string;
  /** The layer, where it is not the one that is the goal. */
  readonly layer?: Layer;
  /** It is called by an ordinary word, which is small inside a sentence. */
  readonly isWord?: true;
  /** It is several things. */
  readonly isMany?: true;
}

const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  bare: 'one strum a chord',
  pulse: 'on the pulse',
  full: 'full',
  ornaments: 'with ornaments',
};

/** The same inside a sentence. */
const LAYER_SAID: Readonly<Record<Layer, string>> = {
  bare: 'with one strum a chord',
  pulse: 'on the pulse',
  full: 'in full',
  ornaments: 'with ornaments',
};

/**
 * Says a layer as it is said of music.
 *
 * @example
 * layerWords('bare') // 'one strum a chord'
 */
export function layerWords(layer: Layer): string {
  return LAYER_WORDS[layer];
}

/**
 * Gives the whole title of what a step is about.
 *
 * @example
 * stepTitle({ name: 'Chorus 2', detail: 'bar 9 only', layer: 'bare' }) // 'Chorus 2: bar 9 only, one strum a chord'
 */
export function stepTitle({ detail, ...about }: StepAbout): string {
  const name = detail === undefined ? about.name : `${about.name}: ${detail}`;
  return shortTitle({ ...about, name });
}

/**
 * Gives the title without the bars it is about; its layer stays, for it makes another step of it.
 *
 * @example
 * shortTitle({ name: 'Chorus 2', detail: 'bar 9 only', layer: 'bare' }) // 'Chorus 2, one strum a chord'
 */
export function shortTitle({ name, layer }: StepAbout): string {
  return layer === undefined ? name : `${name}, ${LAYER_WORDS[layer]}`;
}

/**
 * Gives what a step is about as it stands in a sentence: only names keep their capitals.
 *
 * @example
 * titleInSentence({ name: 'Grips G and D', isWord: true, isMany: true }) // 'the grips G and D'
 */
export function titleInSentence({ name, layer, isWord }: StepAbout): string {
  const small = `${name.charAt(0).toLowerCase()}${name.slice(1)}`;
  const said = !isWord ? name : small.startsWith('the ') ? small : `the ${small}`;
  return layer === undefined ? said : `${said} ${LAYER_SAID[layer]}`;
}
