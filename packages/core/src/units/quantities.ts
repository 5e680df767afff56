declare const unit: unique symbol;
type Quantity<Unit extends string> = number & { readonly [unit]: Unit };

/** Beats of the meter's unit a minute. */
export type Bpm = Quantity<'bpm'>;
/** Time in seconds. */
export type Seconds = Quantity<'s'>;
/** Length in millimetres. */
export type Millimetres = Quantity<'mm'>;
/** MIDI note number: E2, the open low string in standard tuning, is 40. */
export type Midi = Quantity<'midi'>;

/**
 * Marks a number as beats a minute.
 *
 * @example
 * bpm(92) // 92
 */
export const bpm = (value: number): Bpm => value as Bpm;
/**
 * Marks a number as seconds.
 *
 * @example
 * seconds(0.5) // 0.5
 */
export const seconds = (value: number): Seconds => value as Seconds;
/**
 * Marks a number as millimetres.
 *
 * @example
 * millimetres(648) // 648
 */
export const millimetres = (value: number): Millimetres => value as Millimetres;
/**
 * Marks a number as a MIDI note number.
 *
 * @example
 * midi(40) // 40
 */
export const midi = (value: number): Midi => value as Midi;
