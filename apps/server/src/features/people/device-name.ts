/** What kind of thing somebody signs in with, as a person would name it. */
export function deviceName(agent: string): string {
  if (/\biPad\b|\bTablet\b|\bAndroid\b(?!.*\bMobile\b)/.test(agent)) return 'a tablet';
  if (/\bMobile\b|\biPhone\b/.test(agent)) return 'a phone';
  return agent.startsWith('Mozilla/') ? 'a computer' : 'a program';
}
