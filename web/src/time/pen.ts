/** What draws: where times are, and which colours there are. */
export interface Pen {
  readonly to: CanvasRenderingContext2D;
  /** In pixels: all of the drawing. */
  readonly width: number;
  readonly height: number;
  /** A colour of the theme by its name. */
  readonly colour: (name: string) => string;
  /** Where a time is. @param seconds from the start of the session */
  readonly x: (seconds: number) => number;
}

/** A pen for a canvas that was just cleared, as sharp as the screen is. */
export function penFor(
  canvas: HTMLCanvasElement,
  size: { readonly width: number; readonly height: number },
  x: (seconds: number) => number,
): Pen | null {
  const sharp = window.devicePixelRatio || 1;
  const [wide, high] = [Math.round(size.width * sharp), Math.round(size.height * sharp)];
  if (canvas.width !== wide) canvas.width = wide;
  if (canvas.height !== high) canvas.height = high;
  const to = canvas.getContext("2d");
  if (!to) return null;
  to.setTransform(sharp, 0, 0, sharp, 0, 0);
  to.clearRect(0, 0, size.width, size.height);
  const style = getComputedStyle(canvas);
  to.font = `12px ${style.fontFamily}`;
  to.textBaseline = "middle";
  const colours = new Map<string, string>();
  const colour = (name: string): string => {
    const found = colours.get(name) ?? style.getPropertyValue(`--${name}`).trim();
    colours.set(name, found);
    return found;
  };
  return { to, ...size, colour, x };
}

/** Draws within a box only. */
export function within(
  { to }: Pen,
  [x, y, w, h]: readonly [number, number, number, number],
  draw: () => void,
): void {
  to.save();
  to.beginPath();
  to.rect(x, y, w, h);
  to.clip();
  draw();
  to.restore();
}

export function line(
  { to }: Pen,
  colour: string,
  from: readonly [number, number],
  until: readonly [number, number],
): void {
  to.strokeStyle = colour;
  to.beginPath();
  to.moveTo(...from);
  to.lineTo(...until);
  to.stroke();
}

/** A text that ends in an ellipsis where it has no room; nothing where not even a letter has. */
export function text({ to }: Pen, said: string, at: readonly [x: number, y: number], room: number): void {
  if (room < 10 || said === "") return;
  let shown = said;
  if (to.measureText(said).width > room) {
    let [least, most] = [0, said.length];
    while (least < most) {
      const middle = Math.ceil((least + most) / 2);
      if (to.measureText(`${said.slice(0, middle)}…`).width <= room) least = middle;
      else most = middle - 1;
    }
    if (least === 0) return;
    shown = `${said.slice(0, least)}…`;
  }
  to.fillText(shown, ...at);
}
