import { isCompound, type Meter } from '../rhythm';

/** A bar with a place for each beat, to be written without dots; places in which nothing new comes are empty. */
export interface BarSlots {
  /** What stands before the chords: a meter of the bar's own, with its colon. */
  readonly meter: string;
  readonly slots: readonly string[];
  /** Beats of the meter that one place lasts: three in 6/8 and 12/8, where the dotted beat is felt. */
  readonly beatsEach: number;
}

const OWN_METER = /^(\d{1,2}\/\d{1,2}(?:\s*\([\d+]+\))?\s*:)\s*(.*)$/;
const SILENCE = '-';

/**
 * Lays the text of one bar out by beats; undefined where a chord comes between two beats, as only chart
 * text can say it. A silent bar has nothing in its places.
 *
 * @example
 * barSlots('G . C .', parseMeter('4/4')).slots // ['G', '', 'C', '']
 */
export function barSlots(text: string, songMeter: Meter): BarSlots | undefined {
  const [, own = '', rest = text] = OWN_METER.exec(text.trim()) ?? [];
  const meter = own === '' ? songMeter : { ...songMeter, ...ownMeter(own) };
  const tokens = rest.trim().split(/\s+/).filter(Boolean);
  const isSilent = tokens.length === 0 || tokens.join('') === SILENCE;
  const beats = isSilent ? Array<string>(meter.beats).fill('.') : onBeats(tokens, meter.beats);
  if (!beats) return undefined;
  // The first dot of a bar holds the bar before; a bar that is silent holds nothing.
  const slots = beats.map((one, index) => (one === '.' && (index > 0 || isSilent) ? '' : one));
  const isFelt = isCompound(meter) && slots.every((one, index) => one === '' || index % 3 === 0);
  const beatsEach = isFelt ? 3 : 1;
  return { meter: own, beatsEach, slots: slots.filter((_, index) => index % beatsEach === 0) };
}

/**
 * Writes a bar that was laid out by beats; nothing in any place is silence, nothing in the first holds
 * the bar before.
 *
 * @example
 * slotsText({ meter: '', beatsEach: 1, slots: ['G', '', '', 'C'] }) // 'G . . C'
 */
export function slotsText({ meter, slots, beatsEach }: BarSlots): string {
  const said = slots.map((one) => one.trim());
  const places = said.flatMap((one, index) => (one === '' ? [] : [index]));
  const [first] = places;
  if (first === undefined) return `${meter} ${SILENCE}`.trim();
  const each = slots.length / places.length;
  const isEven =
    (said[0] !== '.' || places.length === 1) &&
    places.every((place, index) => place === index * each);
  const rest = Array<string>(beatsEach - 1).fill('.');
  const tokens = isEven
    ? places.map((place) => said[place])
    : said.flatMap((one) => [one === '' ? '.' : one, ...rest]);
  return [meter, ...tokens].join(' ').trim();
}

/** The text's tokens, one to each beat; undefined where they fall between the beats. */
function onBeats(tokens: readonly string[], beats: number): readonly string[] | undefined {
  const isDotted = tokens.includes('.') && tokens.length > 1;
  if (isDotted || tokens.length === beats) return tokens.length === beats ? tokens : undefined;
  const each = beats / tokens.length;
  if (!Number.isInteger(each)) return undefined;
  return tokens.flatMap((token) => [token, ...Array<string>(each - 1).fill('.')]);
}

function ownMeter(own: string): Pick<Meter, 'beats'> & { readonly unit: Meter['unit'] } {
  const [beats = 4, unit = 4] = (own.match(/\d+/g) ?? []).map(Number);
  return { beats, unit: unit as Meter['unit'] };
}
