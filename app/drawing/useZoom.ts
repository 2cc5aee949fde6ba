import { type PointerEvent, useRef, useState, type WheelEvent } from "react";

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
  /** `at`: the place that stays where it is, as shares of what is in sight. */
  const by = (factor: number, at = { x: 0.5, y: 0.5 }) =>
    setView((now) => {
      const zoom = Math.min(MOST, Math.max(1, now.zoom * factor));
      const hold = (place: number, all: number, share: number) => place + share * (all / now.zoom - all / zoom);
      return within(zoom, hold(now.x, width, at.x), hold(now.y, height, at.y));
    });
  return {
    viewBox: `${view.x} ${view.y} ${width / view.zoom} ${height / view.zoom}`,
    isWhole: view.zoom === 1,
    nearer: () => by(STEP),
    farther: () => by(1 / STEP),
    whole: () => setView({ zoom: 1, x: 0, y: 0 }),
    on: {
      onWheel: (event: WheelEvent<SVGSVGElement>) => {
        const box = event.currentTarget.getBoundingClientRect();
        by(event.deltaY < 0 ? STEP : 1 / STEP, {
          x: (event.clientX - box.left) / box.width,
          y: (event.clientY - box.top) / box.height,
        });
      },
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
