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
riff lamps 4/4: 4: 0 . 3: 2 2: 3 3: 2 . 4: 2 h4 | 6: 3 . 4: 0 3: 0 2: 3 . 3: 0 2 | 4: 0 . 3: 2 2: 3 3: 2 . 4: 2 h4 | 5: 0 . 4: 2 3: 2 2: 2 . 3: 2 .

[Intro] pattern barge-eights riff lamps in 1-4
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

[Out = Intro] pattern barge-eights riff lamps in 1-3
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

[Verse 1] pattern lantern at 0:02.1
| G | % | C | G |
| G | % | D | % |

[Refrain 1] pattern lantern at 0:17
| C | G | D | G |

[Verse 2 = Verse 1] pattern lantern at 0:24.7

[Refrain 2 = Refrain 1] pattern lantern at 0:39.5

[Ending] pattern lantern at 0:47.2
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
length: 2:00
map: Riff bed until "the yard bell", Verse 1, Chorus 1, Verse 2, Chorus 2, Solo, Chorus 1 +2
grip Dm: 000231
grip F: xx3211
grip C: x32010
grip Gm: xx5333
grip G: 520003
grip D: 000232
grip Em: 222000
grip Am: x02210
pattern crane 4/4: D - D U - U D U
riff crane-solo 4/4: 3: 7 . 2: 5 6 . 5 3: 7 . | 5 . 7 5 4: 7 . . . | 3: 3 . 5 7 2: 6 . 3 . | 3: 7v . . . - - , - - | 3: 7 . 2: 5 6 . 5 3: 7 . | 5 . 7 5 4: 7 . . .
riff crane-solo: 3: 3 . 5 7 2: 6 . 3 . | 6 . 1: 5 . 8 /10v . .

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

[Solo = Verse 1] pattern crane riff crane-solo as lead
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
riff hoist 12/8: 5: 0 . 2 4 . . 0 . 2 4 . . | 4: 0 . 2 4 . . 5: 0 . . 4: 2 . . | 5:3+3:5 . . /5+3:/7 . . \\3+3:\\5 . . . . . | 5: 0 . . . . . - - - - - -

[Verse 1] pattern cinder
| A | % | D | A |
| A | F#m | D | E7 |

[Turn] pattern cinder riff hoist as lead
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
sound: overdrive: gain 3 "just breaking" > echo: time 474 ms, mix 25 % "fills the long beats"
length: 1:00
map: Opening, Verse 1, Bridge, Verse 2, Close
grip Em: 022000
grip C: x32010
grip Am: x02210
grip B7: x21202
pattern sevens 7/8 (2+2+3): D - D - D U D
riff gate 7/8 (2+2+3) downs: 6: 0 . 3 . 5: 2 . 0 | 6: 0 . 3 . 5: 2 0 . | 5: 3 . 5 . 4: 2 . 0 | 5: 3 . . 2 0 . .

[Opening] pattern sevens riff gate
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

const TOWPATH = `tempo: 84
meter: 4/4
feel: straight
tuning: D A D G B E
capo: 0
key: D
hand: fingers
picking: p654 i3 m2 a1
length: 1:14
map: Opening, Tune, Tune, Opening, (Bell)
grip D: 000232 fingers ...132
grip G: 5x000x fingers 4.....
grip A: x02220 fingers ..123.
grip Bm: x24432 fingers .13421
grip G/B: x20003 fingers .1...2
riff reeds 4/4: 6: 0'p 3: 2'i 4: 0'p 2: 3'm 6: 0'p 3: 2'i 4: 0'p 1: 2'a | 6: 5'p 3: 0'i 4: 0'p 2: 0'm 6: 5'p 3: 0'i 4: 0'p 1: 3'a
riff reeds: 5: 0'p 3: 2'i 4: 2'p 2: 2'm 5: 0'p 3: 2'i 4: 2'p 1: 0'a | 6: 0'p 3: 2'i 4: 0'p 2: 3'm 6:0'p+1:2'a . . .
riff walk-down 4/4: - - - - 6: (0) . (2) (4)
riff bell 4/4: 6:0'p+1:12o'a . . . | 4:0'p+2:12o'm . . .
pattern rushes 4/4: 6p 3i 4p 2m 6p 3i 4p 2m

[Opening] pattern rushes riff reeds
| D | G | A | D |

[Tune] pattern rushes riff walk-down for ornaments in 4
| D | % | G . . (G/B) | D |
| Bm | G | A | D |

[Bell] pattern rushes riff bell
| D! | D! |
`;

/** The songs of the demo world. */
export const DEMO_SONGS: readonly DemoSong[] = [
  { title: 'Slow Barge to Ferrow', playedBy: 'Ossel and the Sluice Hands', chart: SLOW_BARGE },
  { title: 'Tin Lantern Waltz', playedBy: 'Harn Quay Nine', chart: TIN_LANTERN },
  { title: 'Fog Signals, Counting', playedBy: 'Mirrel and the Slow Lamps', chart: FOG_COUNT },
  { title: 'Open Lock at Dusk', playedBy: 'Mirrel and the Slow Lamps', chart: OPEN_LOCK },
  { title: 'Crane Yard After Rain', playedBy: 'Ossel and the Sluice Hands', chart: CRANE_YARD },
  { title: 'Coal Hoist Shuffle', playedBy: 'Pale Tram Four', chart: COAL_HOIST },
  { title: 'Towpath Before Six', playedBy: 'Mirrel and the Slow Lamps', chart: TOWPATH },
  { title: 'Sluice Gate in Seven', playedBy: 'Pale Tram Four', chart: SLUICE_SEVEN },
];
