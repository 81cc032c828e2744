import { useEffect, useRef, useState, type ReactNode } from 'react';

/**
 * Something below what is looked at first: it is there, and asked for, once its place comes into sight. `height`: what it takes
 * at least, px, so that nothing below it moves under a finger.
 */
export function WhenSeen({ height, children }: { height: number; children: ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!place.current) return;
    const watch = new IntersectionObserver((found) => setSeen((now) => now || found.some((one) => one.isIntersecting)));
    watch.observe(place.current);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={place} style={{ minHeight: height }}>
      {seen && children}
    </div>
  );
}
