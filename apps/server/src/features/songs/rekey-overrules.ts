import { findingsOf, stepFindings } from '@harvu/core/checks';
import { makePlan } from '@harvu/core/plan';
import type { SongDocument } from '@harvu/core/song';
import type { OverrulesStore } from './overrules.store';
import type { SongsStore } from './songs.store';

/**
 * Brings what teachers said against findings from keys made of words to keys made of codes, so that no
 * new wording revives what was settled. Done once; what no finding answers to is kept as it is.
 */
export async function rekeyOverrules({
  songs,
  overrules,
}: {
  readonly songs: SongsStore;
  readonly overrules: OverrulesStore;
}): Promise<void> {
  const former = await overrules.listFormer();
  for (const songId of new Set(former.map((one) => one.songId))) {
    const song = await songs.find(songId);
    const keys = song ? keysByFormer(song.document) : new Map<string, string>();
    const own = former.filter((one) => one.songId === songId);
    for (const { key } of own) await overrules.rekey(songId, key, keys.get(key));
  }
}

/** The keys of codes that a song's findings have, by the keys of words they had. */
function keysByFormer(document: SongDocument): ReadonlyMap<string, string> {
  const findings = [...findingsOf(document), ...stepFindings(makePlan(document))];
  return new Map(
    findings.flatMap(({ key, formerKeys }) => formerKeys.map((former) => [former, key] as const)),
  );
}
