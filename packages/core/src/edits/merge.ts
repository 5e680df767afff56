import { diffArrays } from 'diff';

/** Two people's changes of one text, brought together. */
export interface MergedText {
  readonly text: string;
  /** Places both changed: mine stand in the text, theirs are here, line by line. */
  readonly theirs: readonly string[];
}

/** What is compared as one thing: a bar of a row, or a whole line of anything else. */
interface Piece {
  readonly key: string;
  readonly raw: string;
  readonly isBar: boolean;
  /** The first bar of its row. */
  readonly opens: boolean;
}

/** Where one person's text is another than the one both started from: pieces `from` to `to` became these. */
interface Hunk {
  readonly from: number;
  readonly to: number;
  readonly pieces: readonly Piece[];
}

/** A row of nothing but bars; what stands before or behind it makes it a line of its own kind. */
const ROW = /^\s*\|([^:#]*[^:#|])\|\s*$/;
/** Two texts that have more than this apart are two texts. */
const MOST_EDITS = 600;

/** Each person's changes of one stretch of the base. */
interface Meeting {
  readonly mine: readonly Hunk[];
  readonly theirs: readonly Hunk[];
}

interface SettledPiece {
  readonly kept: readonly Piece[];
  /** What of theirs has no place. */
  readonly left: readonly Piece[];
}

const isSame = (a?: Piece, b?: Piece): boolean => a?.key === b?.key;

/**
 * Brings two people's changes of one chart together, bar by bar and line by line: two who change other
 * bars of one row both keep theirs. Where both changed the same one, mine stays and theirs is given back,
 * so that nothing is lost.
 *
 * @example
 * mergeTexts({ base: '| G | D |', mine: '| Em | D |', theirs: '| G | C |' }).text // '| Em | C |'
 * @example
 * mergeTexts({ base: 'a', mine: 'b', theirs: 'c' }) // { text: 'b', theirs: ['c'] }
 */
export function mergeTexts(texts: {
  readonly base: string;
  readonly mine: string;
  readonly theirs: string;
}): MergedText {
  const base = piecesOf(texts.base);
  const waiting = [
    ...hunksOf(base, piecesOf(texts.mine)).map((hunk) => ({ ...hunk, isMine: true })),
    ...hunksOf(base, piecesOf(texts.theirs)).map((hunk) => ({ ...hunk, isMine: false })),
  ].sort((a, b) => a.from - b.from || a.to - b.to || Number(b.isMine) - Number(a.isMine));
  const pieces: Piece[] = [];
  const left: Piece[] = [];
  let at = 0;
  for (let next = 0; next < waiting.length;) {
    const first = waiting[next];
    if (!first) break;
    let reach: Hunk = first;
    const group = [first];
    for (let other = waiting[(next += 1)]; other && meet(reach, other); other = waiting[next]) {
      group.push(other);
      reach = { ...reach, to: Math.max(reach.to, other.to) };
      next += 1;
    }
    const [mine, theirs] = [true, false].map((isMine) => group.filter((h) => h.isMine === isMine));
    const settled = settle(base, reach, { mine: mine ?? [], theirs: theirs ?? [] });
    pieces.push(...base.slice(at, reach.from), ...settled.kept);
    left.push(...settled.left);
    at = reach.to;
  }
  pieces.push(...base.slice(at));
  return { text: linesOf(pieces).join('\n'), theirs: linesOf(left) };
}

function piecesOf(text: string): readonly Piece[] {
  return text.split('\n').flatMap((line): readonly Piece[] => {
    const bars = ROW.exec(line)?.[1]?.split('|');
    if (!bars) return [{ key: `line ${line}`, raw: line, isBar: false, opens: false }];
    return bars.map((raw, at) => ({
      key: `bar ${raw.trim().replace(/\s+/g, ' ')}`,
      raw,
      isBar: true,
      opens: at === 0,
    }));
  });
}

/** Writes pieces as lines: bars that follow each other stand in the rows they were written in. */
function linesOf(pieces: readonly Piece[]): readonly string[] {
  const lines: string[] = [];
  let row: string[] = [];
  const endRow = (): void => {
    if (row.length > 0) lines.push(`|${row.join('|')}|`);
    row = [];
  };
  for (const { raw, isBar, opens } of pieces) {
    if (!isBar || opens) endRow();
    if (isBar) row.push(raw);
    else lines.push(raw);
  }
  endRow();
  return lines;
}

function hunksOf(base: readonly Piece[], side: readonly Piece[]): readonly Hunk[] {
  const [was, is] = [base, side].map((all) => all.map(({ key }) => key));
  const changes = diffArrays(was ?? [], is ?? [], { maxEditLength: MOST_EDITS });
  if (!changes) return [{ from: 0, to: base.length, pieces: side }];
  const hunks: Hunk[] = [];
  let [at, there] = [0, 0];
  for (const { added, removed, count } of changes) {
    if (added || removed) {
      const pieces = added ? side.slice(there, there + count) : [];
      putHunk(hunks, { from: at, to: removed ? at + count : at, pieces });
    }
    if (!added) at += count;
    if (!removed) there += count;
  }
  return hunks;
}

/** What follows a change at once is one with it. */
function putHunk(hunks: Hunk[], next: Hunk): void {
  const last = hunks.at(-1);
  if (last?.to !== next.from) hunks.push(next);
  else
    hunks[hunks.length - 1] = {
      from: last.from,
      to: next.to,
      pieces: [...last.pieces, ...next.pieces],
    };
}

/** Both change the same piece, or both put something in at the same place; beside each other is no matter. */
function meet(a: Hunk, b: Hunk): boolean {
  if (a.from === a.to && b.from === b.to) return a.from === b.from;
  return a.from < b.to && b.from < a.to;
}

/** What stands between two places of the base in one person's text. */
function over(
  base: readonly Piece[],
  hunks: readonly Hunk[],
  { from, to }: Hunk,
): readonly Piece[] {
  const pieces: Piece[] = [];
  let at = from;
  for (const hunk of hunks) {
    pieces.push(...base.slice(at, hunk.from), ...hunk.pieces);
    at = hunk.to;
  }
  return [...pieces, ...base.slice(at, to)];
}

/** What only one changed is as they made it; else piece by piece where each stands for the one it was; else mine. */
function settle(base: readonly Piece[], reach: Hunk, meeting: Meeting): SettledPiece {
  const was = base.slice(reach.from, reach.to);
  const [mine, theirs] = [meeting.mine, meeting.theirs].map((hunks) => over(base, hunks, reach));
  if (!mine || !theirs || meeting.theirs.length === 0) return { kept: mine ?? [], left: [] };
  if (meeting.mine.length === 0) return { kept: theirs, left: [] };
  if (mine.length !== was.length || theirs.length !== was.length) {
    const known = new Set([...was, ...mine].map(({ key }) => key));
    return { kept: mine, left: theirs.filter(({ key }) => !known.has(key)) };
  }
  const kept = mine.map((one, at) => (isSame(one, was[at]) ? (theirs[at] ?? one) : one));
  const left = theirs.filter((one, at) => !isSame(one, was[at]) && !isSame(one, kept[at]));
  return { kept, left };
}
