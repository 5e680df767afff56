/**
 * A browser lets few sounds run at once, and one that is left open takes the place of the next: whatever a test
 * opens is closed behind it. Imported for what it does.
 */
const opened = new Set<AudioContext>();

window.AudioContext = class extends AudioContext {
  constructor(options?: AudioContextOptions) {
    super(options);
    opened.add(this);
  }

  /** Whoever opened it may close it after the test, too. */
  override close(): Promise<void> {
    return this.state === 'closed' ? Promise.resolve() : super.close();
  }
};

afterEach(async () => {
  const left = [...opened];
  opened.clear();
  await Promise.all(left.map((one) => one.close()));
});
