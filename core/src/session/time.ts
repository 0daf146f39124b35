/**
 * Seconds as a clock shows them: "58:00", "1:02:30", "0:07.5".
 * @param places decimals of a second at most; what is nothing behind the point is left away
 */
export function timeInWords(seconds: number, places = 1): string {
  const parts = 10 ** places;
  const all = Math.round(seconds * parts);
  const whole = Math.floor(all / parts);
  const rest = String(all % parts)
    .padStart(places, "0")
    .replace(/0+$/, "");
  const two = (n: number): string => String(n).padStart(2, "0");
  const hours = Math.floor(whole / 3600),
    minutes = Math.floor(whole / 60) % 60;
  return `${hours > 0 ? `${hours}:${two(minutes)}` : minutes}:${two(whole % 60)}${rest === "" ? "" : `.${rest}`}`;
}

/**
 * Reads a place in time: "1:02.250", "1:02:30", or seconds as a number ("62.25"), with a point or a comma; undefined
 * where it is none between nothing and a day.
 */
export function placeIn(text: string): number | undefined {
  const parts = text.trim().replace(",", ".").split(":");
  const last = parts.length - 1;
  if (last > 2 || !parts.every((p, i) => (i === last ? /^\d{1,5}(\.\d{1,6})?$/ : /^\d{1,3}$/).test(p)))
    return undefined;
  const [seconds = 0, minutes = 0, hours = 0] = parts.map(Number).reverse();
  if ((last > 0 && seconds >= 60) || (last > 1 && minutes >= 60)) return undefined;
  const all = hours * 3600 + minutes * 60 + seconds;
  return all <= 86_400 ? all : undefined;
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
