import type { Face } from '@/core/instrument/face';
import styles from './face-desk.module.css';

/** Between ticks with a number, mm, the first of these that leaves room for it. */
const STEPS = [10, 20, 50, 100, 200, 500, 1000];
const LEAST_PX = 44;

/** The outline of a face, and where its millimetres are along the upper and the left edge. @param scale px a mm */
export function FaceRulers({ outline, scale }: { outline: Face; scale: number }) {
  const step = STEPS.find((mm) => mm * scale >= LEAST_PX) ?? STEPS.at(-1)!;
  const ticks = (length: number) => Array.from({ length: Math.floor(length / step) + 1 }, (_, i) => i * step);
  return (
    <g className={styles.rulers} aria-hidden="true">
      <rect width={outline.width * scale} height={outline.height * scale} rx={3} />
      {ticks(outline.width).map((mm) => (
        <g key={mm} transform={`translate(${mm * scale} 0)`}>
          <line y2={-5} />
          <text y={-8} textAnchor="middle">
            {mm}
          </text>
        </g>
      ))}
      {ticks(outline.height)
        .slice(1)
        .map((mm) => (
          <g key={mm} transform={`translate(0 ${mm * scale})`}>
            <line x2={-5} />
            <text x={-8} y={4} textAnchor="end">
              {mm}
            </text>
          </g>
        ))}
    </g>
  );
}
