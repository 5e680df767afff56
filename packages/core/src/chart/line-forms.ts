// The lines of chart text that have a form of their own, with what is read from each.

export const NAMED = /^(grip|pattern|riff)\s+(.*)$/;
export const ENDING = /^(\s*(\d)\.\s*)(\|.*)$/;
export const DIFFERENCE = /^(\s*(\d{1,3})\s*:\s*)(\|.*)$/;
export const CUE = /^\s*cue\s+(\d{1,3})\s+"([^"]{1,80})"\s*$/;
/** "2/4:" before the first bar line holds for the bars of the line. */
export const LINE_METER = /^(\s*(\d{1,2}\/\d{1,2}(?:\s*\([\d+]+\))?)\s*:\s*)(\|.*)$/;
export const DROP = /^\s*drop\s+(\d{1,3})(?:\s*-\s*(\d{1,3}))?\s*$/;

/** A longer chart is not read to its end. */
export const MOST_LINES = 5000;
