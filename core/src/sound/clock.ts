/** A time for people, from seconds: "0:04", "12:30.250", "1:02:03". @param digits behind the point */
export function inClock(seconds: number, digits = 0): string {
  const unit = 10 ** digits;
  const whole = Math.round(Math.abs(seconds) * unit);
  const [of, rest] = [Math.floor(whole / unit), whole % unit];
  const two = (n: number): string => String(n).padStart(2, "0");
  const [h, m, s] = [Math.floor(of / 3600), Math.floor(of / 60) % 60, of % 60];
  const clock = h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
  const part = digits > 0 ? `.${String(rest).padStart(digits, "0")}` : "";
  return `${seconds < 0 && whole > 0 ? "−" : ""}${clock}${part}`;
}
