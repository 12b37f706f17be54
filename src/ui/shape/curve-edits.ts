import { withFilter } from '@/core/instrument/access';
import type { Dynamics, Response } from '@/core/instrument/response';
import { DYNAMIC_NAMES, type Played } from '@/core/shape/dynamics';
import { CURVE_FAMILIES, curveOf, type CurveFamilyId } from '@/core/shape/families';
import { asPoints } from '@/core/shape/handles';
import { solved } from '@/core/shape/propose';
import type { Shaping } from './use-shape';

/** What changes the curve: where dynamics land, its family, its form. */
export function editsOf({ shown, played, set }: Shaping, wanted: Dynamics) {
  const kept = (own: Response): Response => withFilter(own, shown.filter ?? null);
  return {
    want: (next: Dynamics) => {
      if (!played) return;
      const family = shown.family === 'straight' ? 'power' : shown.family;
      set(kept(solved(family, played, next, shown)), 'curve drawn');
    },
    family: (family: CurveFamilyId) => {
      if (played) set(kept(solved(family, played, wanted, shown)), `curve ${family}`);
      else if (family === 'points') set(kept(asPoints(shown)), 'curve smooth');
      else {
        const { number } = CURVE_FAMILIES[family];
        set(kept({ family, ...(number ? { [number.key]: number.straight } : {}) }), `curve ${family}`);
      }
    },
    /** Bent by hand: the dynamics read what the curve now makes of them. */
    bend: (curve: Response) => {
      const own = { ...curve };
      delete own.evened;
      delete own.dynamics;
      set(kept({ ...own, ...(played ? { dynamics: landings(own, played) } : {}) }), 'curve bent');
    },
  };
}

const landings = (curve: Response, played: Played): Dynamics => {
  const at = curveOf(curve);
  const [soft, medium, loud] = DYNAMIC_NAMES.map((d) => Math.round(10 * 127 * at(played[d])) / 10);
  return { soft, medium, loud };
};

/** The middle of the widest gap between two points, along x. */
export function widestGap(points: readonly { x: number }[]): number {
  const gaps = points.slice(1).map(({ x }, i) => ({ wide: x - points[i].x, at: (x + points[i].x) / 2 }));
  return gaps.reduce((most, gap) => (gap.wide > most.wide ? gap : most)).at;
}
