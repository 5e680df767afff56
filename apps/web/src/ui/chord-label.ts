import { Pipe, type PipeTransform } from '@angular/core';
import { chordLabel } from '@harvu/core/chord';

/** A chord name with ♯ and ♭; silence and "no chord" in words. */
@Pipe({ name: 'chord' })
export class ChordLabel implements PipeTransform {
  transform(name: string): string {
    if (name === '-') return 'silent';
    return name === 'N.C.' ? 'no chord' : chordLabel(name);
  }
}
