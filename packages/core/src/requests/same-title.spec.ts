import { isSameTitle } from './index';

describe('titles of one song', () => {
  const same: readonly (readonly [string, string])[] = [
    ['Pebble Road', 'pebble road'],
    ['The Pebble Road', 'Pebble Road'],
    ['Pebble Road (live)', 'Pebble Road'],
    ['Pebble Road - acoustic version', 'Pebble Road'],
    ['Peble Road', 'Pebble Road'],
    ['Pebbel Road', 'Pebble Road'],
    ['PebbleRoad', 'Pebble Road'],
    ['Road, Pebble', 'Pebble Road'],
    ['Café of Lanterns', 'Cafe of Lanterns'],
    ['Don’t Wait, Ferryman', 'Dont wait ferryman'],
    ['Salt & Tar', 'Salt and Tar'],
    ['Nine Bridges at Speed', '9 Bridges At Speed'],
    ['Cinder Lane Shufle', 'Cinder Lane Shuffle'],
    ['Tin Lantern Waltz chords', 'Tin Lantern Waltz'],
    ['Live', 'live'],
    ['Örtchen am Kanal', 'Ortchen am Kanal'],
  ];
  for (const [a, b] of same) {
    it(`are "${a}" and "${b}"`, () => {
      expect(isSameTitle(a, b)).toBeTrue();
      expect(isSameTitle(b, a)).toBeTrue();
    });
  }

  const other: readonly (readonly [string, string])[] = [
    ['Pebble Road', 'Copper Road'],
    ['Night Boat', 'Night Coat Drive'],
    ['Harbour Song 2', 'Harbour Song 3'],
    ['Rain', 'Train'],
    ['Blue', 'Glue'],
    ['Nine Bridges', 'Five Bridges'],
    ['Slow Barge', 'Slow Barge to Ferrow'],
    ['', ''],
    ['!!!', '???'],
  ];
  for (const [a, b] of other) {
    it(`are not "${a}" and "${b}"`, () => {
      expect(isSameTitle(a, b)).toBeFalse();
    });
  }
});
