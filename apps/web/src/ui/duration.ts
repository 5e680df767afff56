/** Minutes as a person says them: "45 min", "6 h 10". */
export function durationWords(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} h${rest === 0 ? '' : ` ${String(rest).padStart(2, '0')}`}`;
}
