import { string, type InferType } from 'yup';
import { exactly, optionalDay } from './fields';

const PAPERS = ['a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];

const paper = () => string().strict(true).oneOf(PAPERS, 'must be a4 or letter').optional();

/** What may be asked of a printed sheet, after the question mark. */
export const sheetQuerySchema = exactly({
  paper: paper(),
});
export type SheetQuery = InferType<typeof sheetQuerySchema>;

/** What may be asked of a report: its paper, and the days it is about. */
export const termQuerySchema = exactly({
  paper: paper(),
  from: optionalDay(),
  to: optionalDay(),
}).test(
  'order',
  'must end on the day it begins, or later',
  ({ from, to }) => from === undefined || to === undefined || from <= to,
);
