/** One thing set on an effect: a figure with its unit, or a word. */
export interface EffectSetting {
  readonly name: string;
  readonly value: number | string;
  readonly unit?: string;
}

/** One effect of a chain, by what it does and not by what it is called in a shop. */
export interface Effect {
  readonly name: string;
  readonly settings: readonly EffectSetting[];
  /** What it is for. */
  readonly why?: string;
}

/** More than this nobody has at their feet. */
export const MOST_EFFECTS = 16;
const MOST_SETTINGS = 12;
const EFFECT = /^([^":>]{1,240}?)(?:\s*:\s*([^":>]{0,200}?))?(?:\s*"([^"]{1,120})")?$/;
const NAME = /^[^\d,][^,]{0,39}$/;
const FIGURE = /^(?:(.{1,24}?)\s+)?(-?\d{1,5}(?:\.\d{1,3})?)\s*([%A-Za-z]{0,12})$/;
const WORD = /^([^\s\d]\S{0,23})\s+([^,">:]{1,40})$/;
/** "echo 536 ms": the figure may follow the name at once. */
const AT_ONCE = /^(.{1,24}?)\s+(-?\d[\d.]*\s*[%A-Za-z]{0,12})((?:\s*,.*)?)$/;
const TIME_UNITS = ['ms', 's'];

/**
 * Reads a chain of effects in the order the sound goes through them; undefined when it is not one.
 *
 * @example
 * readEffects('overdrive: gain 30 % "just breaking" > echo 536 ms')?.map((one) => one.name) // ['overdrive', 'echo']
 */
export function readEffects(text: string): readonly Effect[] | undefined {
  const effects = pieces(text).map(readEffect);
  if (effects.length === 0 || effects.length > MOST_EFFECTS) return undefined;
  const read = effects.flatMap((one) => one ?? []);
  return read.length === effects.length ? read : undefined;
}

/**
 * Writes a chain of effects as it is read.
 *
 * @example
 * writeEffects([{ name: 'echo', settings: [{ name: 'time', value: 536, unit: 'ms' }] }]) // 'echo: time 536 ms'
 */
export function writeEffects(effects: readonly Effect[]): string {
  return effects
    .map(({ name, settings, why }) => {
      const told = settings.map(settingText).join(', ');
      return `${name}${told === '' ? '' : `: ${told}`}${why === undefined ? '' : ` "${why}"`}`;
    })
    .join(' > ');
}

/**
 * Says a chain in words, in the order the sound goes through it; empty for none.
 *
 * @example
 * effectWords([{ name: 'swell', settings: [] }, { name: 'echo', settings: [{ name: 'time', value: 536, unit: 'ms' }] }]) // 'swell, then echo (time 536 ms)'
 */
export function effectWords(effects: readonly Effect[]): string {
  return effects
    .map(({ name, settings, why }) => {
      const told = settings.map(settingText).join(', ');
      return `${name}${told === '' ? '' : ` (${told})`}${why === undefined ? '' : `, ${why}`}`;
    })
    .join(', then ');
}

function readSetting(text: string): EffectSetting | undefined {
  const [, name, value, unit = ''] = FIGURE.exec(text) ?? [];
  if (value !== undefined) {
    const own = name ?? (TIME_UNITS.includes(unit) ? 'time' : 'amount');
    return { name: own, value: Number(value), ...(unit !== '' && { unit }) };
  }
  const [, what, word] = WORD.exec(text) ?? [];
  return what !== undefined && word !== undefined ? { name: what, value: word.trim() } : undefined;
}

/** The name of an effect, and what is said of it behind a colon or at once. */
function cut(name: string, settings: string): { readonly name: string; readonly told: string } {
  const [, bare, figure = '', more = ''] = settings === '' ? (AT_ONCE.exec(name) ?? []) : [];
  return bare === undefined
    ? { name: name.trim(), told: settings }
    : { name: bare.trim(), told: `${figure}${more}` };
}

function readEffect(text: string): Effect | undefined {
  const [, named = '', settings = '', why] = EFFECT.exec(text.trim()) ?? [];
  const { name, told } = cut(named, settings);
  const words = told.split(',').map((one) => one.trim());
  const read = words.filter(Boolean).map(readSetting);
  if (!NAME.test(name) || read.includes(undefined) || read.length > MOST_SETTINGS) return undefined;
  return {
    name,
    settings: read.flatMap((one) => one ?? []),
    ...(why !== undefined && { why }),
  };
}

/** The pieces between ">", but for those inside quotes. */
function pieces(text: string): readonly string[] {
  return (text.match(/(?:"[^"]*"|[^">])+/g) ?? []).map((one) => one.trim());
}

function settingText({ name, value, unit }: EffectSetting): string {
  return `${name} ${value}${unit === undefined ? '' : ` ${unit}`}`;
}
