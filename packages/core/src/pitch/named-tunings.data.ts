/** Tunings by what they are called, lowest string first, without octaves. */
export const NAMED_TUNINGS: Readonly<Record<string, string>> = {
  ...{ standard: 'E A D G B E', normal: 'E A D G B E', regular: 'E A D G B E' },
  ...{ 'drop d': 'D A D G B E', 'double drop d': 'D A D G B D', 'drop c': 'C G C F A D' },
  ...{ 'drop c#': 'C# G# C# F# A# D#', 'drop db': 'Db Ab Db Gb Bb Eb', 'drop b': 'B F# B E G# C#' },
  ...{ 'open g': 'D G D G B D', 'open d': 'D A D F# A D', 'open e': 'E B E G# B E' },
  ...{ 'open a': 'E A E A C# E', 'open c': 'C G C G C E', 'open dm': 'D A D F A D' },
  ...{ 'open gm': 'D G D G Bb D', 'open em': 'E B E G B E' },
  ...{ 'half step down': 'Eb Ab Db Gb Bb Eb', 'whole step down': 'D G C F A D' },
  ...{
    'eb standard': 'Eb Ab Db Gb Bb Eb',
    'd standard': 'D G C F A D',
    'c standard': 'C F Bb Eb G C',
  },
};
