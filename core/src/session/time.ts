/** Seconds as a clock shows them: "58:00", "1:02:30", "0:07.5". */
export function timeInWords(seconds: number): string {
  const tenths = Math.round(seconds * 10);
  const whole = Math.floor(tenths / 10),
    rest = tenths % 10;
  const two = (n: number): string => String(n).padStart(2, "0");
  const hours = Math.floor(whole / 3600),
    minutes = Math.floor(whole / 60) % 60;
  return `${hours > 0 ? `${hours}:${two(minutes)}` : minutes}:${two(whole % 60)}${rest === 0 ? "" : `.${rest}`}`;
}

/**
 * Reads "58:00", "1:02:30" or minutes as a number ("58"); undefined where it is no time between a second
 * and a day.
 */
export function timeIn(text: string): number | undefined {
  const parts = text.trim().split(":");
  if (
    parts.length > 3 ||
    !parts.every((p, i) => (i === parts.length - 1 && i > 0 ? /^\d{1,2}(\.\d)?$/ : /^\d{1,4}$/).test(p))
  )
    return undefined;
  const [last = 0, minutes = 0, hours = 0] = parts.map(Number).reverse();
  if (parts.length === 1) return within(last * 60);
  return last < 60 && (parts.length === 2 || minutes < 60)
    ? within(hours * 3600 + minutes * 60 + last)
    : undefined;
}

const within = (seconds: number): number | undefined =>
  seconds >= 1 && seconds <= 86_400 ? seconds : undefined;
