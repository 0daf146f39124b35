import { Minus, Plus } from "lucide-react";
import { useEffect, useRef } from "react";
import { Button } from "./button.tsx";
import { useShortcuts } from "./shortcuts.tsx";

/** How much closer one step goes. */
const STEP = 2;

/**
 * Buttons and keys that go closer, farther, and to all of it.
 * @param zoom how close it is: 1 for all of it, up to `most`
 */
export function ZoomButtons({
  zoom,
  most,
  onZoom,
}: {
  zoom: number;
  most: number;
  onZoom: (zoom: number) => void;
}) {
  useShortcuts([
    { keys: "+", says: "Closer", run: () => onZoom(zoom * STEP) },
    { keys: "-", says: "Farther", run: () => onZoom(zoom / STEP) },
    { keys: "0", says: "All of it", run: () => onZoom(1) },
  ]);
  return (
    <span className="ml-auto flex items-center gap-1.5">
      <Button small aria-label="Farther" disabled={zoom <= 1} onClick={() => onZoom(zoom / STEP)}>
        <Minus size={14} aria-hidden />
      </Button>
      <Button small aria-label="Closer" disabled={zoom >= most} onClick={() => onZoom(zoom * STEP)}>
        <Plus size={14} aria-hidden />
      </Button>
      <Button small disabled={zoom === 1} onClick={() => onZoom(1)}>
        All of it
      </Button>
    </span>
  );
}

/** With Ctrl, or pinched, the wheel goes closer and farther around where it turns; without, it scrolls. */
export function useZoomWheel(
  box: React.RefObject<HTMLElement | null>,
  zoom: number,
  onZoom: (zoom: number, x: number) => void,
): void {
  const turn = (closer: boolean, x: number): void => onZoom(closer ? zoom * STEP : zoom / STEP, x);
  const last = useRef(turn);
  useEffect(() => {
    last.current = turn;
  });
  useEffect(() => {
    const element = box.current;
    const wheel = (e: WheelEvent): void => {
      if (!(e.ctrlKey || e.metaKey) || !element) return;
      e.preventDefault();
      last.current(e.deltaY < 0, e.clientX - element.getBoundingClientRect().left);
    };
    element?.addEventListener("wheel", wheel, { passive: false });
    return () => element?.removeEventListener("wheel", wheel);
  }, [box]);
}
