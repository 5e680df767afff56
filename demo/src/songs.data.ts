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

/** The songs of the demo world. */
export const DEMO_SONGS: readonly DemoSong[] = [
  { title: 'Slow Barge to Ferrow', playedBy: 'Ossel and the Sluice Hands', chart: SLOW_BARGE },
  { title: 'Tin Lantern Waltz', playedBy: 'Harn Quay Nine', chart: TIN_LANTERN },
  { title: 'Fog Signals, Counting', playedBy: 'Mirrel and the Slow Lamps', chart: FOG_COUNT },
];
