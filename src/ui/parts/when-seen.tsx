'use client';

import { useEffect, useRef, useState, type ReactNode } from 'react';

/** How near to what is seen it must come, px. */
const NEAR = '300px';

/** What lies further down: fetched and drawn once it comes near; until then its place has its name. */
export function WhenSeen({ label, children }: { label: string; children: ReactNode }) {
  const place = useRef<HTMLElement>(null);
  // A page without such an observer draws it at once.
  const [near, setNear] = useState(() => typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    if (near || !place.current) return;
    const watch = new IntersectionObserver(
      (entries) => entries.some((entry) => entry.isIntersecting) && setNear(true),
      { rootMargin: NEAR },
    );
    watch.observe(place.current);
    return () => watch.disconnect();
  }, [near]);
  return near ? children : <section ref={place} aria-label={label} style={{ minHeight: 40 }} />;
}
