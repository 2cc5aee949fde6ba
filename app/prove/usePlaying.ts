import { useEffect, useRef, useState } from "react";

/**
 * A clock that runs through a stretch of minutes at a speed and calls `draw` with where it is, once for every picture that
 * the screen shows. Moving about in it stops it nowhere; where the stretch becomes another, the place is kept as far as it
 * goes.
 */
export function usePlaying(total: number, draw: (minutes: number) => void) {
  const at = useRef(0);
  const [isPlaying, setPlaying] = useState(false);
  const [speed, setSpeed] = useState(5);
  const latest = useRef(draw);
  latest.current = draw;
  at.current = Math.min(at.current, total);
  useEffect(() => {
    if (!isPlaying) return;
    let before = performance.now();
    let frame = requestAnimationFrame(function next(now) {
      at.current = Math.min(total, at.current + ((now - before) / 60_000) * speed);
      before = now;
      latest.current(at.current);
      if (at.current >= total) setPlaying(false);
      else frame = requestAnimationFrame(next);
    });
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, speed, total]);
  return {
    at,
    isPlaying,
    speed,
    setSpeed,
    toggle() {
      // From the end it begins anew.
      if (!isPlaying && at.current >= total) at.current = 0;
      setPlaying(!isPlaying);
    },
    seek(minutes: number) {
      at.current = minutes;
      latest.current(minutes);
    },
  };
}
