import { useEffect, useRef, useState } from "react";

/** The room that an element has on the page, in CSS pixels; `first` until it is known. */
export function useRoom<Of extends Element>(first: { readonly width: number; readonly height: number }) {
  const element = useRef<Of>(null);
  const [room, setRoom] = useState(first);
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => {
      const { width = 0, height = 0 } = entry?.contentRect ?? {};
      // Whole pixels: a hair of difference is no other room.
      if (width > 0 && height > 0) setRoom({ width: Math.floor(width), height: Math.floor(height) });
    });
    observer.observe(element.current);
    return () => observer.disconnect();
  }, []);
  return { element, room };
}
