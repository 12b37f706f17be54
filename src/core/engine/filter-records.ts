import { struct } from './struct';

/** The records of filters: each makes a column of another, which controls then read in its place (derive.ts). */

export const MEDIAN = struct('median', 'a column as the median of its last counts; of: 3 or 5', {
  column: 'u8',
  into: 'u8',
  of: 'u8',
  pad: 'u8',
});

export const MEDIAN_STATE = struct(
  'median_state',
  'before: the last four counts, the newest first; known: whether there were any',
  {
    before: ['u16', 4],
    known: 'u8',
    pad: 'u8',
  },
);

export const EXPONENTIAL = struct(
  'exponential',
  'a column smoothed; cutoff: 64ths of a Hz; shift: from its counts to 16 bits',
  { cutoff: 'u16', column: 'u8', into: 'u8', shift: 'u8', pad: 'u8' },
);

export const EXPONENTIAL_STATE = struct(
  'exponential_state',
  'held: 16 bits and a fraction of 16, all ones: none',
  {
    held: 'u32',
  },
);

export const ONE_EURO = struct(
  'one_euro',
  'a column smoothed the less the quicker it moves; cutoff: at rest, 64ths of a Hz; quicker: so much more, 256ths, for each 256th of full scale that it moves a second; shift: from its counts to 16 bits',
  { cutoff: 'u16', quicker: 'u16', column: 'u8', into: 'u8', shift: 'u8', pad: 'u8' },
);

export const ONE_EURO_STATE = struct(
  'one_euro_state',
  'held: 16 bits and a fraction of 16, all ones: none; speed: 65536ths of full scale a second, smoothed, two’s complement',
  { held: 'u32', speed: 'u32' },
);
