import { inject, Pipe, type PipeTransform } from '@angular/core';
import { chordLabel, transposeChordName } from '@harvu/core/chord';
import { CONVENTIONS } from './conventions';

/**
 * A chord name with ♯ and ♭, silence and "no chord" in words; given the capo, the shape's name or
 * the sounding one, as whoever looks likes it.
 */
@Pipe({ name: 'chord', pure: false })
export class ChordLabel implements PipeTransform {
  private readonly conventions = inject(CONVENTIONS);

  transform(name: string, capo = 0): string {
    if (name === '-') return 'silent';
    if (name === 'N.C.') return 'no chord';
    const isSounding = this.conventions().names === 'sounding';
    return chordLabel(isSounding ? transposeChordName(name, capo) : name);
  }
}

/** The other of the two names, said beside the first; empty without a capo. */
@Pipe({ name: 'otherChord', pure: false })
export class OtherChordLabel implements PipeTransform {
  private readonly conventions = inject(CONVENTIONS);

  transform(name: string, capo: number): string {
    if (capo === 0 || name === '-' || name === 'N.C.') return '';
    return this.conventions().names === 'sounding'
      ? `shape ${chordLabel(name)}`
      : `sounds ${chordLabel(transposeChordName(name, capo))}`;
  }
}
