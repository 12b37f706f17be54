import type { LevelTake } from '../../../calibrate/played-take';
import { newtonsOfGrams } from '../../../parts/force-law';
import type { Finding } from '../../../findings/finding';
import { counted } from '../../../units/counted';
import type { KnownPressure } from '../calibration';
import type { HeldLoad, LoadsMissing } from './held-loads';
import type { Scale, WeighedLoad } from './scale';

type Found = Omit<Finding, 'sensor'>;
export type LoadsAre = 'weights' | 'pressures';

const words = (is: LoadsAre) =>
  is === 'weights'
    ? {
        unit: 'g',
        one: 'weight',
        again: 'Lay them on again, and leave each for a second',
        cost: 'half a minute',
      }
    : { unit: 'kPa', one: 'pressure', again: 'Hold them again, each for a second', cost: 'half a minute' };

const cureOf = (is: LoadsAre): Found['cures'] => [
  { says: words(is).again, cost: words(is).cost, redo: 'weights' },
];

const momentOf = (us: number): string => (us / 1e6).toFixed(1);

/** As many loads as were told were not found. */
export function loadsMissing(
  take: LevelTake,
  is: LoadsAre,
  values: readonly number[],
  { foundUs }: LoadsMissing,
): Found {
  const wanted = values.filter((v) => v !== 0).length;
  const where = foundUs.length > 0 ? `, at ${foundUs.map(momentOf).join(', ')} s` : '';
  return {
    code: 'loads-not-found',
    severity: 'doubt',
    evidence: { take: take.id, fromUs: take.tUs[0], toUs: take.tUs[take.tUs.length - 1] },
    says: `${counted(wanted, words(is).one)} were to be applied, ${foundUs.length} were found${where}: it is left without units.`,
    causes: ['one was left out, or did not lie still for half a second', 'it rocked, or a hand leaned on it'],
    cures: cureOf(is),
  };
}

/** The lightest could not be told from rest, and was left out. */
export function lightestUnseen(
  take: LevelTake,
  is: LoadsAre,
  values: readonly number[],
  found: number,
): Found[] {
  const loads = values.filter((v) => v !== 0);
  if (found === loads.length) return [];
  const { unit, one } = words(is);
  const lightest = Math.min(...loads.map(Math.abs));
  return [
    {
      code: 'load-not-seen',
      severity: 'note',
      evidence: { take: take.id, fromUs: take.tUs[0], toUs: take.tUs[take.tUs.length - 1] },
      says: `The lightest ${one}, ${lightest} ${unit}, is not told from rest, and left out.`,
      causes: ['its first grams do nothing: most pads begin with some'],
      cures: [{ says: 'Begin with a heavier one', cost: 'half a minute', redo: 'weights' }],
    },
  ];
}

/** A load reads as another one: so far off, share of what it is. (Common practice, no source.) */
const OFF = 0.5;
/** And the law does not hold at all where most of them lie this far off, root mean square. */
const NO_LAW = 0.4;

/** Loads that contradict each other: one that lies far off what the others say, or no law at all. */
export function contradicts(take: LevelTake, is: LoadsAre, scale: Scale | null): Found[] {
  const { one, unit } = words(is);
  const whole = { take: take.id, fromUs: take.tUs[0], toUs: take.tUs[take.tUs.length - 1] };
  const causes = [
    'they were applied in another order',
    'one leaned on something beside it',
    'the pad or hose moved',
  ];
  const own = { code: 'loads-contradict', causes, cures: cureOf(is) };
  const loads = scale?.loads ?? [];
  const most = Math.max(...loads.map((l) => Math.abs(l.is)));
  const off = ({ is: value, reads }: WeighedLoad) =>
    is === 'weights' ? Math.abs(reads / value - 1) : Math.abs(reads - value) / most;
  const wrong = loads.filter((load) => !(off(load) < (is === 'weights' ? OFF : OFF / 2)));
  if (!scale || wrong.length > loads.length / 3 || off(medianBy(loads, off)) > NO_LAW)
    return [
      {
        ...own,
        severity: 'fault',
        evidence: whole,
        says: `These ${one}s contradict each other: no law fits them. It is left without units.`,
      },
    ];
  const grams = (newtons: number) => (is === 'weights' ? newtons / newtonsOfGrams(1) : newtons);
  return wrong.map((load) => ({
    ...own,
    severity: 'doubt',
    evidence: { take: take.id, fromUs: load.fromUs, toUs: load.toUs },
    says: `What was applied at ${momentOf(load.fromUs)} s as ${load.value} ${unit} reads as ${grams(load.reads).toPrecision(3)} ${unit}.`,
  }));
}

const medianBy = <T>(list: readonly T[], by: (item: T) => number): T =>
  [...list].sort((a, b) => by(a) - by(b))[list.length >> 1];

/** Hysteresis worth telling, share of the way. (Common practice, no source.) */
const SLACK = 0.1;

/** It reads more while less and less lies there than it did before. */
export function slackens(
  take: LevelTake,
  is: LoadsAre,
  hysteresis: { share: number; worst: HeldLoad } | null,
): Found[] {
  if (!hysteresis || hysteresis.share < SLACK) return [];
  const { share, worst } = hysteresis;
  return [
    {
      code: 'hysteresis',
      severity: 'note',
      evidence: { take: take.id, fromUs: worst.fromUs, toUs: worst.toUs },
      says: `On the way down ${worst.value} ${words(is).unit} reads otherwise by ${Math.round(100 * share)} % of its way: let go, it follows late.`,
      causes: ['soft material gives way and comes back slowly', 'a stiff cover holds it pressed'],
      cures: [{ says: 'A thinner cover, or a softer “off”', cost: 'some minutes' }],
    },
  ];
}

/** The sheet's gain is another one by this share. (Common practice, no source.) */
const SHEET = 0.08;

/** What was measured against what was typed from the gauge's sheet. */
export function sheetDiffers(
  take: LevelTake,
  measured: KnownPressure | undefined,
  sheet: { perKpa?: number } | undefined,
): Found[] {
  if (!measured || !sheet?.perKpa) return [];
  const by = Math.abs(measured.perKpa) / sheet.perKpa - 1;
  if (Math.abs(by) < SHEET) return [];
  return [
    {
      code: 'sheet-differs',
      severity: 'note',
      evidence: { take: take.id, fromUs: take.tUs[0], toUs: take.tUs[take.tUs.length - 1] },
      says: `It moves by ${Math.abs(measured.perKpa).toPrecision(3)} of the supply a kPa; its sheet says ${sheet.perKpa}. What was measured counts.`,
      causes: [
        'another gauge than the sheet’s',
        'the supply is not what the sheet means',
        'the column leaks',
      ],
      cures: [{ says: 'Type the gain of its own sheet', cost: 'a moment' }],
    },
  ];
}
