const LIST = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/**
 * Counts things in words: one of them, or so many.
 *
 * @example
 * counted(1, 'day') // '1 day'
 * @example
 * counted(0, 'more day', 'more days') // '0 more days'
 */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/**
 * Lists words as they are said; where there are more than so many, the rest is only counted.
 *
 * @example
 * listed(['G', 'D', 'Em']) // 'G, D and Em'
 * @example
 * listed(['G', 'D', 'Em', 'C'], 2) // 'G, D and 2 more'
 * @example
 * listed([]) // ''
 */
export function listed(words: readonly string[], most = Infinity): string {
  const left = words.length - most;
  return LIST.format(left > 0 ? [...words.slice(0, most), `${left} more`] : words);
}
