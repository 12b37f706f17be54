import type { AnnotationOptions } from 'chartjs-plugin-annotation';
import type { Choice } from '@/core/ways/level/choice';
import { WORD_FACE } from '../parts/chart-fonts';
import type { Colours } from '../parts/colours';

/** Both thresholds as lines over the chart, each with its handle; “on” is the fuller one. @param countAt count at a distance */
export function thresholdLines(
  { on, off }: Choice,
  c: Colours,
  countAt: (d: number) => number,
): Record<string, AnnotationOptions> {
  const line = (word: string, at: number, full: boolean): AnnotationOptions => ({
    type: 'line',
    scaleID: 'x',
    value: countAt(at),
    borderColor: c.live,
    borderWidth: full ? 3 : 2,
    label: {
      display: true,
      content: word,
      position: 'end',
      yAdjust: -23,
      backgroundColor: full ? c.live : c.sheet,
      color: full ? c.sheet : c.live,
      borderColor: c.live,
      borderWidth: 1.5,
      borderRadius: 3,
      font: { family: WORD_FACE, size: 14, weight: 600 },
      padding: { x: 11, y: 3 },
    },
  });
  return { off: line('off', off, false), on: line('on', on, true) };
}
