import { newtonsOfGrams } from '../parts/force-law';
import { GUIDED_PRESSURES, GUIDED_WEIGHTS } from '../ways/level/known/steps';

/** The weights that a guided take asks for, as shares of a comfortable loudest. @param newtons that loudest */
export const weightsOf = (newtons: number): number[] =>
  GUIDED_WEIGHTS.map((grams) => newtonsOfGrams(grams) / newtons);

/** And the pressures. @param kpa a comfortable loudest */
export const pressuresOf = (kpa: number): number[] => GUIDED_PRESSURES.map((own) => own / kpa);
