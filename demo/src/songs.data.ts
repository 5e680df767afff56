/** A song of the demo world: invented, its chords put together for this demo. */
export interface DemoSong {
  readonly title: string;
  readonly playedBy: string;
  readonly chart: string;
}

const SLOW_BARGE = `tempo: 92
meter: 4/4
feel: straight
tuning: E A D G B E
capo: 2
key: E
hand: pick
length: 3:32
map: Intro, Verse 1, Lift 1, Chorus 1, Verse 2, Lift 2, Chorus 2, Bridge, Chorus 3, Out
grip Bm7: x20202 fingers .1.2.3
grip G: 320033 fingers 21..34
grip Gm6: 3x2333 fingers 2.1334
pattern barge-eights 4/4: D U D U D - D U

[Intro] pattern barge-eights
| D . Bm7 . | G | D . Bm7 . | A |

[Verse 1] pattern barge-eights
| D | % | Bm7 | % |
| G | D | Em7 | A |
| D | % | Bm7 | % |
| G | D | Em7 . A . | D |

[Lift 1] pattern barge-eights
| Em7 | G | Em7 | A7sus4 |

[Chorus 1] pattern barge-eights
| D | Bm7 | G | A . A7 . |
| D | Bm7 | G . Gm6 . | D |

[Verse 2 = Verse 1] pattern barge-eights

[Lift 2 = Lift 1] pattern barge-eights

[Chorus 2 = Chorus 1] pattern barge-eights
9: | A7sus4 |

[Bridge] pattern barge-eights cue "lamps along the towpath"
| Bm7 | F#m | G | D |
| Bm7 | F#m | Em7 | A7 |

[Chorus 3 = Chorus 1] pattern barge-eights

[Out = Intro]
4: | D! |
`;

const TIN_LANTERN = `tempo: 96
meter: 3/4
feel: straight
tuning: E A D G B E
capo: 0
key: G
hand: pick
length: 0:53
map: Verse 1, Refrain 1, Verse 2, Refrain 2, Ending
grip G: 320003 fingers 21...3
grip C: x32010 fingers .32.1.
grip D: xx0232 fingers ...132
pattern lantern 3/4: D - D U D -

[Verse 1] pattern lantern
| G | % | C | G |
| G | % | D | % |

[Refrain 1] pattern lantern
| C | G | D | G |

[Verse 2 = Verse 1] pattern lantern

[Refrain 2 = Refrain 1] pattern lantern

[Ending] pattern lantern
| C | D | G | G! |
`;

const FOG_COUNT = `tempo: 112
meter: 5/4 (3+2)
feel: straight
tuning: E A D G B E
capo: 0
key: Am
hand: fingers
picking: p654 i3 m2 a1
length: 1:34
map: Intro, Verse 1, Swell 1, Verse 2, Swell 2, Out
grip Am: x02210 fingers ..231.
grip C: x32010 fingers .32.1.
grip G: 320003 fingers 21...3
grip Em: 022000 fingers .23...
grip F: xx3211 fingers ..3211
grip Dm: xx0231 fingers ...231
pattern fog-five 5/4 (3+2): 5p 3i 2m 1a 2m 3i 5p 3i 2m 3i
pattern fog-thumb 5/4 (3+2): p - - p -
pattern fog-pinch 5/4 (3+2): 5p+1a 3i 2m 1a 2m 3i 5p+1a 3i 2m 3i

[Intro] pattern fog-five pattern fog-thumb for pulse
| Am | C | Am | G |

[Verse 1] pattern fog-five pattern fog-thumb for pulse
| Am | C | G | Am |
| F | C | G | Am |

[Swell 1] pattern fog-five pattern fog-pinch for ornaments pattern fog-thumb for pulse cue "count the horns"
| F | G | Em | Am |
| Dm | F | G . . Em . |

[Verse 2 = Verse 1]

[Swell 2 = Swell 1]

[Out] pattern fog-five
| Am! |
`;

const OPEN_LOCK = `tempo: 76
meter: 4/4
feel: straight
tuning: D A D F# A D
capo: 0
key: D
hand: fingers
length: 1:35
map: Intro, Verse 1, Refrain 1, Verse 2, Refrain 2, Out
grip D: 000000
grip G/D: 020120
grip A: xx7777
pattern lock-roll 4/4: 6p 3i 2m 1a 4p 3i 2m 1a

[Intro] pattern lock-roll
| D | % | G/D | D |

[Verse 1] pattern lock-roll
| D . G/D . | D | D . G/D . | A |
| D . G/D . | D | A . G/D . | D |

[Refrain 1] pattern lock-roll
| G/D | D | G/D . A . | D |

[Verse 2 = Verse 1] pattern lock-roll
8: | A |

[Refrain 2 = Refrain 1] pattern lock-roll

[Out] pattern lock-roll
| G/D | D! |
`;

const CRANE_YARD = `tempo: 104
meter: 4/4
feel: straight
tuning: D A D G B E
capo: 0
key: Dm
hand: pick
length: 1:41
map: Riff bed, Verse 1, Chorus 1, Verse 2, Chorus 2, Chorus 1 +2
grip Dm: 000231
grip F: xx3211
grip C: x32010
grip Gm: xx5333
grip G: 520003
grip D: 000232
grip Em: 222000
grip Am: x02210
pattern crane 4/4: D - D U - U D U

[Riff bed] pattern crane
| Dm | % | F | C |

[Verse 1] pattern crane
| Dm | C | Gm | Dm |
| F | C | Gm | Dm |

[Chorus 1] pattern crane
| F | C | Dm | Gm |
| F | C | Gm . C . | Dm |

[Verse 2 = Verse 1] pattern crane

[Chorus 2 = Chorus 1] pattern crane
`;

const COAL_HOIST = `tempo: 174
meter: 12/8
feel: straight
tuning: E A D G B E
capo: 3
key: C
hand: pick
length: 1:52
map: Verse 1, Turn, Verse 2, Turn 2, End
grip A: x02220
grip D: xx0232
grip E7: 020100
grip F#m: 244222
pattern cinder 12/8: D - - D - U D - - D - U

[Verse 1] pattern cinder
| A | % | D | A |
| A | F#m | D | E7 |

[Turn] pattern cinder
| D | A | E7 | A |

[Verse 2 = Verse 1] pattern cinder

[Turn 2 = Turn] pattern cinder

[End] pattern cinder
| D | E7 | A! |
`;

const SLUICE_SEVEN = `tempo: 190
meter: 7/8 (2+2+3)
feel: straight
tuning: E A D G B E
capo: 0
key: Em
hand: pick
length: 1:00
map: Opening, Verse 1, Bridge, Verse 2, Close
grip Em: 022000
grip C: x32010
grip Am: x02210
grip B7: x21202
pattern sevens 7/8 (2+2+3): D - D - D U D

[Opening] pattern sevens
| Em | % | C | % |

[Verse 1] pattern sevens
| Em | C | Am | Em |
| Em | C | B7 | % |

[Bridge] pattern sevens
| Am | % | C | B7 |

[Verse 2 = Verse 1] pattern sevens
8: | Em |

[Close] pattern sevens
| Em | C | Em! |
`;

/** The songs of the demo world. */
export const DEMO_SONGS: readonly DemoSong[] = [
  { title: 'Slow Barge to Ferrow', playedBy: 'Ossel and the Sluice Hands', chart: SLOW_BARGE },
  { title: 'Tin Lantern Waltz', playedBy: 'Harn Quay Nine', chart: TIN_LANTERN },
  { title: 'Fog Signals, Counting', playedBy: 'Mirrel and the Slow Lamps', chart: FOG_COUNT },
  { title: 'Open Lock at Dusk', playedBy: 'Mirrel and the Slow Lamps', chart: OPEN_LOCK },
  { title: 'Crane Yard After Rain', playedBy: 'Ossel and the Sluice Hands', chart: CRANE_YARD },
  { title: 'Coal Hoist Shuffle', playedBy: 'Pale Tram Four', chart: COAL_HOIST },
  { title: 'Sluice Gate in Seven', playedBy: 'Pale Tram Four', chart: SLUICE_SEVEN },
];
