import { type PointerEvent, type RefCallback, useCallback, useRef, useState } from "react";

/** Nearest and farthest that a drawing is looked at: whole, and so many times as large. */
const MOST = 12;
const STEP = 1.5;

/** Looks at a part of a sheet: nearer and farther about a place, and moved by dragging. In sheet units. */
export function useZoom({ width, height }: { readonly width: number; readonly height: number }) {
  const [view, setView] = useState({ zoom: 1, x: 0, y: 0 });
  const drag = useRef<{ readonly x: number; readonly y: number } | undefined>(undefined);
  const within = (zoom: number, x: number, y: number) => ({
    zoom,
    x: Math.min(Math.max(0, x), width - width / zoom),
    y: Math.min(Math.max(0, y), height - height / zoom),
  });
  const turned = useRef<(event: WheelEvent, box: DOMRect) => void>(undefined);
  // React listens to the wheel passively; the page must not scroll while the sheet comes nearer.
  const scrolled = useCallback<RefCallback<HTMLElement>>((element) => {
    if (!element) return;
    const onWheel = (event: WheelEvent) => turned.current?.(event, element.getBoundingClientRect());
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  }, []);
  /** `at`: the place that stays where it is, as shares of what is in sight. */
  const by = (factor: number, at = { x: 0.5, y: 0.5 }) =>
    setView((now) => {
      const zoom = Math.min(MOST, Math.max(1, now.zoom * factor));
      const hold = (place: number, all: number, share: number) => place + share * (all / now.zoom - all / zoom);
      return within(zoom, hold(now.x, width, at.x), hold(now.y, height, at.y));
    });
  turned.current = (event, box) => {
    // Away from a sheet that is whole the page goes on.
    if (event.deltaY > 0 && view.zoom === 1) return;
    event.preventDefault();
    const at = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
    by(event.deltaY < 0 ? STEP : 1 / STEP, at);
  };
  return {
    /** For the element around the sheet: the wheel over it brings the sheet nearer. */
    scrolled,
    viewBox: `${view.x} ${view.y} ${width / view.zoom} ${height / view.zoom}`,
    isWhole: view.zoom === 1,
    nearer: () => by(STEP),
    farther: () => by(1 / STEP),
    whole: () => setView({ zoom: 1, x: 0, y: 0 }),
    on: {
      onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
        drag.current = { x: event.clientX, y: event.clientY };
      },
      onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
        const from = drag.current;
        if (!from || event.buttons === 0 || view.zoom === 1) return;
        drag.current = { x: event.clientX, y: event.clientY };
        const { width: shown } = event.currentTarget.getBoundingClientRect();
        const factor = width / view.zoom / shown;
        setView((now) =>
          within(now.zoom, now.x - (event.clientX - from.x) * factor, now.y - (event.clientY - from.y) * factor),
        );
      },
      onPointerUp: () => {
        drag.current = undefined;
      },
    },
  };
}
