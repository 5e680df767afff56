import { readTab } from '@harvu/core/riff';
import { object, string } from 'yup';
import { verbOf } from './verb';

const input = object({ text: string().defined().max(20_000) });

/** `{text}`, lines of tab with the thinnest string on top → `{riff, tuning?, guessed, faults}`. */
export const tabVerb = verbOf(input, ({ text }) => readTab(text));
