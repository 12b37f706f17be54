import type { SharedReading } from './way-words';

/** How surely lanes were made even, where that was measured. @param what its lanes are, one of them @param sure σ, steps of velocity */
export const alike = (what: 'key' | 'pad', sure: number | undefined, more = ''): SharedReading[] =>
  sure === undefined
    ? []
    : [
        {
          label: what === 'key' ? 'Keys alike' : 'Pads alike',
          value: `±${sure.toFixed(1)}`,
          unit: 'steps',
          says: `What a ${what} reads more or less than the others is taken out, as far as your takes tell it from chance: more strokes of each make it surer.${more}`,
        },
      ];
