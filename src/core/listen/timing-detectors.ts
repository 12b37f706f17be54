import type { Finding } from '../findings/finding';
import { counted } from '../units/counted';
import { cure, evidence } from './detectors';
import type { ListenedRecording } from './listened-recording';

/** Jitter of periods that is worth a word, of the period. */
const JITTERS = 0.25;
/** A gap of this many periods and more lost a frame; over three it is a freeze (handbook 3). */
const LOST = 1.5;
const FREEZES = 3;

/** Frames that are missing between others, by their times. @param most gaps of more periods than these are passed over */
export function lostFrames(tUs: ArrayLike<number>, periodUs: number, most = Infinity): number {
  let lost = 0;
  for (let i = 1; i < tUs.length; i++) {
    const periods = (tUs[i] - tUs[i - 1]) / periodUs;
    if (periods > LOST && periods <= most) lost += Math.round(periods) - 1;
  }
  return lost;
}

/** Every frame has the same time: nothing that is measured in time can be told. */
const clockStands = (listened: ListenedRecording): Omit<Finding, 'sensor'> => ({
  code: 'clock-stands',
  severity: 'fault',
  evidence: evidence(listened, 0, listened.tUs.length - 1),
  says: `${counted(listened.tUs.length, 'frame')} have one and the same time.`,
  causes: [
    'the sketch prints a time that it never reads anew',
    'its time counts seconds, or is a number of another kind',
  ],
  cures: [cure('Print micros() or millis() with each line, or no time at all', 'a line of the sketch')],
});

/** What the times of the frames show: freezes, lost and doubled frames, unevenness, a rate that is not the one asked for. */
export function timingFindings(
  listened: ListenedRecording,
  askedHz: number | undefined,
): Omit<Finding, 'sensor'>[] {
  const { timing, tUs } = listened;
  if (!timing) return tUs.length > 1 ? [clockStands(listened)] : [];
  const { periodUs, jitterUs, gaps, duplicates, rateHz } = timing;
  const found: Omit<Finding, 'sensor'>[] = [];
  const add = (
    code: string,
    severity: Finding['severity'],
    says: string,
    causes: string[],
    more: Partial<Finding>,
  ) => found.push({ code, severity, says, causes, cures: [], ...more });
  if (gaps > 0) {
    const at = indexOf(tUs, (periods) => periods > FREEZES, periodUs);
    const longest = longestGap(tUs);
    add(
      'freezes',
      'doubt',
      `The stream froze ${counted(gaps, 'time')}, for up to ${Math.round(longest / 1000)} ms.`,
      ['the sketch waits somewhere: a delay, a slow print', 'the cable or hub drops data'],
      {
        evidence: evidence(listened, at - 1, at),
        cures: [
          cure('Take delays and long prints out of the loop', 'nothing'),
          cure('Another cable', 'a part'),
        ],
      },
    );
  }
  const lost = lostFrames(tUs, periodUs, FREEZES);
  if (lost > 0)
    add(
      'lost-frames',
      'doubt',
      `${counted(lost, 'frame is', 'frames are')} missing, by their times.`,
      ['the line is too slow for this rate', 'the reader could not keep up'],
      {
        evidence: evidence(listened, 0, tUs.length - 1),
        cures: [cure('Fewer columns, a faster line, or packets instead of text', 'nothing')],
      },
    );
  if (duplicates > 0)
    add(
      'duplicates',
      'note',
      `${counted(duplicates, 'frame has', 'frames have')} the time of the one before.`,
      ['the same frame was sent twice', 'the clock ticks more slowly than frames come'],
      {
        evidence: evidence(
          listened,
          indexOf(tUs, (periods) => periods === 0, periodUs),
          tUs.length - 1,
        ),
      },
    );
  if (jitterUs > JITTERS * periodUs)
    add(
      'jitter',
      'note',
      `Frames come unevenly: p5 to p95 of their periods are ${(jitterUs / 1000).toFixed(2)} ms apart.`,
      ['the loop does other work between scans', 'times were taken by the computer, not by the board'],
      {},
    );
  if (askedHz !== undefined && Math.abs(rateHz / askedHz - 1) > 0.1)
    add(
      'rate',
      'doubt',
      `It comes at ${rateHz.toFixed(0)} frames a second; ${askedHz} are set: what is measured at one rate plays differently at another.`,
      ['a scan takes longer than its period', 'printing takes longer than a scan'],
      {
        cures: [
          cure('Packets instead of text: about half the bytes', 'nothing'),
          cure(`Set ${Math.round(rateHz)} scans a second`, 'finer timing'),
        ],
      },
    );
  return found;
}

const indexOf = (tUs: Float64Array, is: (periods: number) => boolean, periodUs: number): number =>
  Math.max(
    1,
    tUs.findIndex((t, i) => i > 0 && is((t - tUs[i - 1]) / periodUs)),
  );

function longestGap(tUs: Float64Array): number {
  let longest = 0;
  for (let i = 1; i < tUs.length; i++) longest = Math.max(longest, tUs[i] - tUs[i - 1]);
  return longest;
}
