/** A field of a song as it was typed: its name, and its value as it stands there. */
export interface Field {
  readonly field: FieldName;
  readonly value: string;
}

export type FieldName = (typeof FIELDS)[number];

/** Fields of the frame, the map, and what is only a remark. */
const FIELDS = [
  'tempo',
  'meter',
  'feel',
  'tuning',
  'capo',
  'names',
  'key',
  'hand',
  'part',
  'picking',
  'pickup',
  'length',
  'sound',
  'map',
  'remark',
] as const;

/** Other words for them, as they stand above charts. */
const SYNONYMS: Readonly<Partial<Record<FieldName, readonly string[]>>> = {
  tempo: ['bpm', 'speed', 'tempo bpm'],
  meter: ['time', 'time signature', 'metre', 'timing', 'takt'],
  feel: ['groove', 'rhythm'],
  tuning: ['tune', 'tuned to', 'stimmung'],
  capo: ['kapo'],
  names: ['chord names', 'chords named', 'chords are'],
  key: ['key signature', 'song key', 'tonart'],
  map: ['structure', 'form', 'order', 'arrangement'],
  length: ['duration'],
  sound: ['effects', 'pedals', 'tone'],
  remark: (
    'title song artist by band composer author album year copyright subtitle note notes ' +
    'titel interpret words music lyrics transcribed level difficulty strumming'
  ).split(' '),
};

const BY_WORD: ReadonlyMap<string, FieldName> = new Map(
  FIELDS.flatMap((field) =>
    [field, ...(SYNONYMS[field] ?? [])].map((word) => [word, field] as const),
  ),
);

/** "Capo: 2", "tempo = 92", "capo 2", "no capo", "key of G", "3/4 time", "92 bpm", "drop D tuning". */
const FORMS: readonly (readonly [RegExp, FieldName | undefined])[] = [
  [/^([a-z]+(?: [a-z]+)?)\s*[:=]\s*(.*)$/i, undefined],
  [/^(capo|kapo|tempo|tuning|bpm)\s+(.+)$/i, undefined],
  [/^()(no capo)$/i, 'capo'],
  [/^()key of (.+)$/i, 'key'],
  [/^()(\d{1,2}\/(?:2|4|8|16))(?: time)?$/i, 'meter'],
  [/^()(\d{2,3}) ?bpm$/i, 'tempo'],
  [/^()(standard|drop(?:ped)? d|open [a-g]|dadgad|half (?:a )?step down) tuning$/i, 'tuning'],
];

/**
 * Reads a line above the bars, "Capo: 2" or "tempo = 92", as a field and its value, whatever its case;
 * undefined where it is none. A title and the like is a remark.
 *
 * @example
 * readField('Time signature: 3/4') // { field: 'meter', value: '3/4' }
 * @example
 * readField('Capo 2nd fret') // { field: 'capo', value: '2nd fret' }
 */
export function readField(text: string): Field | undefined {
  for (const [form, named] of FORMS) {
    const [all, word = '', value = ''] = form.exec(text) ?? [];
    const field = named ?? BY_WORD.get(word.toLowerCase());
    if (all !== undefined && field !== undefined) return { field, value: value.trim() };
  }
  return undefined;
}
