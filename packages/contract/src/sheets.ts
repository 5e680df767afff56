import { string, type InferType } from 'yup';
import { exactly } from './fields';

const PAPERS = ['a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** What may be asked of a printed sheet, after the question mark. */
export const sheetQuerySchema = exactly({
  paper: string().strict(true).oneOf(PAPERS, 'must be a4 or letter').optional(),
});
export type SheetQuery = InferType<typeof sheetQuerySchema>;
