import { ValidateBy } from 'class-validator';

const isShare = (n: unknown): boolean => typeof n === 'number' && n >= 0 && n <= 1;
const isSpot = (n: unknown): boolean => Array.isArray(n) && n.length === 2 && n.every(isShare);

/** Shares 0 … 1 of a length, or pairs of them of a surface; not both. */
export const ArePlaces = (): PropertyDecorator =>
  ValidateBy({
    name: 'arePlaces',
    validator: {
      validate: (value) => Array.isArray(value) && (value.every(isShare) || value.every(isSpot)),
      defaultMessage: () => '$property must be shares of 0 … 1, or pairs of them for a surface',
    },
  });
