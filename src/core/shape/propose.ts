import { DYNAMIC_NAMES, type Dynamics, type Played } from './dynamics';
import { CURVE_FAMILIES, curveOf, type CurveFamilyId, type CurveParameters } from './families';

/** A curve that was solved from dynamics. */
export type SolvedResponse = CurveParameters & { family: CurveFamilyId; dynamics: Dynamics };

/** A power curve that misses by no more than this is taken for its plainness, steps of 127. */
const NEAR_STEPS = 2;

/** A curve of a family that lands where it is wanted. @param before whose floor, ceiling and dead zone stay, where the family has them */
export function solved(
  family: CurveFamilyId,
  played: Played,
  wanted: Dynamics,
  before: CurveParameters = {},
): SolvedResponse {
  return { family, ...CURVE_FAMILIES[family].solve(played, wanted, before), dynamics: wanted };
}

/** Furthest that soft, medium or loud lands from what was wanted, steps of 127. */
export function missedBy(
  response: CurveParameters & { family: CurveFamilyId },
  played: Played,
  wanted: Dynamics,
): number {
  const curve = curveOf(response);
  return Math.max(...DYNAMIC_NAMES.map((d) => Math.abs(127 * curve(played[d]) - wanted[d])));
}

/** The response to propose: the plain power curve where it lands near enough, else one through all three. */
export function proposeResponse(played: Played, wanted: Dynamics): SolvedResponse {
  const plain = solved('power', played, wanted);
  return missedBy(plain, played, wanted) <= NEAR_STEPS ? plain : solved('points', played, wanted);
}
