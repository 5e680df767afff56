import { child, childrenOf, textOf, type Element, type Unreadable } from './xml';

/** One part of a score and its bars. */
export interface ScorePart {
  readonly id: string;
  readonly name: string;
  readonly measures: readonly Element[];
}

/** The parts of a score, however it is laid out; why it has none. */
export function partsOf(score: Element): readonly ScorePart[] | Unreadable {
  const list = child(score, 'part-list');
  if (score.name === 'score-timewise') return fromTimewise(score, list);
  if (score.name === 'score-partwise')
    return childrenOf(score, 'part').map((part, at) => {
      const id = part.attributes['id'] ?? `P${at + 1}`;
      return { id, name: nameOf(list, id), measures: childrenOf(part, 'measure') };
    });
  return score.name === 'opus'
    ? {
        why: 'It is a collection of scores, not one. Open it where it was made, and export one score.',
      }
    : { why: `It is XML, but no score: it begins with <${score.name}>.` };
}

function nameOf(list: Element | undefined, id: string): string {
  const listed = childrenOf(list, 'score-part').find((one) => one.attributes['id'] === id);
  return textOf(listed, 'part-name') ?? id;
}

/** Bars of all parts, bar after bar, sorted by part. */
function fromTimewise(score: Element, list: Element | undefined): readonly ScorePart[] {
  const parts = new Map<string, Element[]>();
  for (const measure of childrenOf(score, 'measure'))
    for (const part of childrenOf(measure, 'part')) {
      const id = part.attributes['id'] ?? 'P1';
      const bars = parts.get(id) ?? [];
      bars.push({ ...part, name: 'measure', attributes: measure.attributes });
      parts.set(id, bars);
    }
  return [...parts].map(([id, measures]) => ({ id, name: nameOf(list, id), measures }));
}
