'use client';

import { useInstrument, useLive } from '../hooks/use-session';
import styles from './light-strip.module.css';

/** The instrument's lights as they are seen now; nothing where it has none, or shows nothing on them. */
export function LightStrip() {
  const { lights, voices } = useInstrument();
  // Text, so that it is drawn anew only where something has changed.
  const seen = useLive((s) => s.tick?.lights.join() ?? '');
  if (!lights || !voices.some(({ is }) => is === 'light')) return null;
  const parts = seen.split(',').map(Number);
  const colours = Array.from({ length: lights.count }, (_, i) => parts.slice(3 * i, 3 * i + 3));
  const lit = colours.filter((own) => own.some((part) => part > 0)).length;
  return (
    <div className={styles.strip} role="img" aria-label={`Lights: ${lit} of ${lights.count} lit`}>
      {colours.map((own, i) => (
        <i key={i} style={lookOf(own)} />
      ))}
    </div>
  );
}

/** A light is dark glass: what it is lit by comes through. */
function lookOf(colour: readonly number[]) {
  const most = Math.max(0, ...colour);
  if (!(most > 0)) return undefined;
  const full = colour.map((part) => Math.round((255 * part) / most)).join(' ');
  const share = (most / 255) ** (1 / 2.2);
  return {
    background: `rgb(${full} / ${share})`,
    boxShadow: `0 0 ${Math.round(10 * share)}px rgb(${full} / ${share / 2})`,
  };
}
