import type { Meter, Pattern } from '../rhythm';
import { LAYERS, type Layer, type PatternUse } from '../song';
import type { PlayedBar, StruckBar } from './bar';
import { pulsePattern, usualPattern, type SongPatterns } from './patterns';
import { riffsInLayer } from './riffs';
import type { Occurrence } from './timeline';

/**
 * Gives the bars of an occurrence as they are played in a layer, or in the barer one its recording
 * has: by the pattern said for the layer and the bar, else by the section's own; the bare and the
 * pulse layer are made by themselves where nothing is said.
 *
 * @example
 * barsInLayer(timelineOf(readChart('[A]\n| G | D |').song).occurrences[0], 'pulse', songPatterns(EMPTY_SONG))[0].struck.pattern.slots.length // 4
 */
export function barsInLayer(
  occurrence: Pick<Occurrence, 'bars' | 'layer' | 'pattern' | 'patternUses'>,
  layer: Layer,
  patterns: SongPatterns,
): readonly StruckBar[] {
  const played = barerLayer(layer, occurrence.layer ?? layer);
  return occurrence.bars.map((written) => {
    const bar = withRiffs(inChords(written, played), played, patterns);
    const use = useFor(occurrence, bar, played);
    const own = ownPattern(use, bar, patterns);
    const pattern = own ?? automatic(bar, patterns, played);
    if (!pattern) return bar;
    const place = bar.inPass - (own ? (use?.bars?.from ?? 1) : 1);
    const struck = { pattern, bar: place % pattern.bars };
    return { ...bar, struck: own && use ? { ...struck, name: use.pattern } : struck };
  });
}

/**
 * Gives those occurrences that are played as full as a layer: a layer on the map is of one occurrence alone. All where
 * none is.
 *
 * @example
 * heardIn([{ layer: 'bare' }, {}], 'full') // [{}]
 */
export function heardIn<Played extends Pick<Occurrence, 'layer'>>(
  comes: readonly Played[],
  layer: Layer,
): readonly Played[] {
  const isAsFull = (one: Played): boolean => barerLayer(layer, one.layer ?? layer) === layer;
  return comes.some(isAsFull) ? comes.filter(isAsFull) : comes;
}

/** How closely a use speaks of a bar in a layer; 0 when it does not. */
function weightOf({ layer, bars }: PatternUse, inPass: number, played: Layer): number {
  if (bars && (inPass < bars.from || inPass > bars.to)) return 0;
  const isPlain = layer === undefined || layer === 'full';
  if (layer !== played && !(isPlain && LAYERS.indexOf(played) >= LAYERS.indexOf('full'))) return 0;
  return 1 + (layer === played ? 2 : 0) + (bars ? 1 : 0);
}

function useFor(
  { pattern, patternUses }: Pick<Occurrence, 'pattern' | 'patternUses'>,
  { inPass }: PlayedBar,
  played: Layer,
): PatternUse | undefined {
  const own = pattern === undefined ? [] : [{ pattern }];
  return [...own, ...patternUses].reduce<PatternUse | undefined>((best, use) => {
    const weight = weightOf(use, inPass, played);
    return weight > 0 && weight >= (best ? weightOf(best, inPass, played) : 0) ? use : best;
  }, undefined);
}

/** The pattern that is made by itself; none in the bare layer. */
function automatic(
  { meter }: PlayedBar,
  patterns: SongPatterns,
  layer: Layer,
): Pattern | undefined {
  if (layer === 'bare') return undefined;
  const isUsual = layer !== 'pulse';
  if (isSameMeter(meter, patterns.pulse.meter)) return isUsual ? patterns.usual : patterns.pulse;
  return isUsual ? usualPattern(meter) : pulsePattern(meter);
}

function isSameMeter(a: Meter, b: Meter): boolean {
  return a.beats === b.beats && a.unit === b.unit && a.groups.join() === b.groups.join();
}

/** A pattern of another unit than its bar's says nothing of where its strokes fall there. */
function ownPattern(
  use: PatternUse | undefined,
  bar: PlayedBar,
  { named }: SongPatterns,
): Pattern | undefined {
  const own = use && named[use.pattern];
  return own?.meter.unit === bar.meter.unit ? own : undefined;
}

/** A bar without riffs stays the one it is: much is remembered by it. */
function withRiffs(bar: PlayedBar, played: Layer, patterns: SongPatterns): StruckBar {
  return bar.riffs ? { ...bar, ...riffsInLayer(bar, played, patterns) } : bar;
}

/** Optional chords sound in the ornaments layer alone. */
function inChords(bar: PlayedBar, played: Layer): PlayedBar {
  return played === 'ornaments' && bar.ornamented ? { ...bar, chords: bar.ornamented } : bar;
}

/**
 * Tells which of two layers is the barer.
 */
function barerLayer(a: Layer, b: Layer): Layer {
  return LAYERS.indexOf(a) <= LAYERS.indexOf(b) ? a : b;
}
