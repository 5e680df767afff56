// Karma for the unit tests of core, contract and web, in Debian's headless Chromium.
process.env.CHROME_BIN ??= '/usr/bin/chromium';

module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: ['karma-jasmine', 'karma-chrome-launcher'],
    // A busy machine takes its time.
    client: { jasmine: { random: true, timeoutInterval: 60000 }, clearContext: false },
    reporters: ['dots'],
    browsers: ['Quiet'],
    customLaunchers: {
      Quiet: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--disable-gpu',
          '--disable-dev-shm-usage',
          '--mute-audio',
          '--autoplay-policy=no-user-gesture-required',
          '--disable-background-networking',
          '--disable-component-update',
          '--log-level=3',
          // Dates are written as the reader's device says.
          '--lang=en-GB',
          '--accept-lang=en-GB',
        ],
      },
    },
    // A spec of the core may work for some seconds without a word.
    pingTimeout: 300000,
    browserDisconnectTimeout: 300000,
    browserNoActivityTimeout: 600000,
    restartOnFileChange: false,
  });
};
