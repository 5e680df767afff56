/** Chord kinds as a score names them, and how Harvu writes them. */
export const KINDS: Readonly<Record<string, string>> = {
  ...{ major: '', minor: 'm', augmented: 'aug', diminished: 'dim' },
  ...{ dominant: '7', 'major-seventh': 'maj7', 'minor-seventh': 'm7' },
  ...{ 'diminished-seventh': 'dim7', 'augmented-seventh': '7#5', 'half-diminished': 'm7b5' },
  ...{ 'major-minor': 'mMaj7', 'major-sixth': '6', 'minor-sixth': 'm6' },
  ...{ 'dominant-ninth': '9', 'major-ninth': 'maj9', 'minor-ninth': 'm9' },
  ...{ 'dominant-11th': '11', 'major-11th': 'maj11', 'minor-11th': 'm11' },
  ...{ 'dominant-13th': '13', 'major-13th': 'maj13', 'minor-13th': 'm13' },
  ...{ 'suspended-second': 'sus2', 'suspended-fourth': 'sus4', power: '5' },
  // Names of chords by what they do in a key, told by their sound.
  ...{ Neapolitan: '', Italian: '7(no5)', French: '7b5', German: '7', Tristan: 'm7b5' },
};
