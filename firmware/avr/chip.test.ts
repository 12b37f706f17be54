import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import { compile } from '@/core/compile/compile';
import { stateBytes } from '@/core/exchange/firmware/image-size';
import { bankNotes, instrumentOf, strikePads, touchPads } from '@/core/testing/bank-instruments';
import { startEngine } from '@/core/engine/start';
import { TAKEOVER_STAGE, TAKES_OVER_BY } from '@/core/engine/codes';
import { takenOver } from '@/core/engine/voices/takeover';
import type { Filter } from '@/core/shape/filters';
import { bellowsOf } from '@/core/testing/bellows';
import { randomTwoScenes } from '@/core/testing/random-instruments';
import { manyInputs, runMain, runOnChip } from './chip';
import { soaking } from '@/core/testing/many';

/** Scans: start-up, and a stroke or two. */
const SCANS = 900;

const firstColumn = (stem: string) => {
  const take = readTakeCsv(readFileSync(`demo/${stem}.csv`, 'utf8'));
  if (!take.ok) throw new Error('the demonstration cannot be read');
  const { counts, channels } = take.value.frames;
  return counts.filter((_, i) => i % channels.length === 0).slice(0, 6000);
};
const each = (lanes: number) => Array.from({ length: lanes }, (_, i) => 40 + i);

it.each(
  [
    ['24 touch pads', touchPads(each(24)), 'touch', 'wherry-leaves-medium'] as const,
    ['nine stones', strikePads(each(9)), 'hit', 'cairn-stones-loud'] as const,
  ].slice(soaking ? 0 : 1),
)(
  'on a small chip, %s with a note each take the memory that is told, and it sends what the application’s engine sends',
  (_, own, port, stem) => {
    const instrument = instrumentOf([own], [bankNotes(own, port)]);
    const counts = firstColumn(stem);
    // As the demonstration's first lane lies.
    const shift = (own.calibration?.is === 'touch' ? 300 : 2048) - counts[0];
    const { identical, messages, ramBytes } = runOnChip(
      instrument,
      counts.map((c) => c + shift),
      61,
    );
    expect(identical).toBe(true);
    expect(messages).toBeGreaterThan(2 * own.lanes.length);
    const { length } = own.lanes;
    const needs = stateBytes(compile(instrument)) + 2 * length;
    // Beside them only the frame at hand.
    expect(ramBytes - needs).toBeLessThan(40);
    expect(ramBytes).toBeGreaterThanOrEqual(needs);
  },
);

it('on an 8-bit chip, whose int has 16 bits, the runtime sends what the application’s engine sends', () => {
  const instrument = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  const take = readTakeCsv(readFileSync('demo/wherry-bellows-loud.csv', 'utf8'));
  if (!instrument.ok || !take.ok) throw new Error('the demonstration cannot be read');
  const counts = take.value.frames.counts.slice(0, SCANS);
  for (const later of [0, 97]) {
    const { identical, messages, scans } = runOnChip(
      manyInputs(bellowsOf(instrument.value), 4),
      counts,
      later,
    );
    expect(identical).toBe(true);
    expect(messages).toBeGreaterThan(50);
    expect(scans).toHaveLength(SCANS);
  }
});

it('on an 8-bit chip, a product from four partial ones is that of whole numbers, and a step is found as halving over distances finds it', () => {
  const instrument = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!instrument.ok) throw new Error('the demonstration cannot be read');
  // Pairs from a linear congruence (Knuth, TAOCP 2, 3.3.4, table 1, line 16), edges among them; every step against the plain search.
  const main = `
    static const uint16_t EDGES[] = {0, 1, 2, 127, 128, 255, 256, 257, 32767, 32768, 65279, 65280, 65534, 65535};
    static uint8_t halved(const uint16_t *stairs, uint8_t left, uint16_t dead, uint16_t span, uint16_t distance)
    {
        uint8_t reached = 0;
        while (reached < left && distance >= dead + 1u + (uint16_t)(((uint32_t)TABLE16(stairs[reached]) * span) >> 16)) reached++;
        return distance <= dead ? 0 : reached;
    }
    int main(void)
    {
        uint32_t seed = 1;
        uint16_t i, k, products = 0, steps = 0, wrong = 0;
        for (i = 0; i < 3000; i++) {
            uint16_t a, b;
            seed = seed * 1664525ul + 1013904223ul;
            a = i < 196 ? EDGES[i / 14] : (uint16_t)(seed >> 16);
            b = i < 196 ? EDGES[i % 14] : (uint16_t)seed;
            products++;
            if (product_by_65536(a, b) != (uint16_t)(((uint32_t)a * b) >> 16)) wrong++;
        }
        for (k = 0; k < 2; k++) {
            const cheir_control *control = IMAGE(controls);
            const cheir_side *side = &IMAGE(levels)[0].side[k];
            uint16_t span = U16(side->scale.span), dead = U16(side->dead);
            for (i = 0; i < span + dead + 20u; i++) {
                const uint16_t *stairs = IMAGE(stairs) + U16(control->curve);
                steps++;
                if (step_at(stairs, low(U16(control->span)), side, i) != halved(stairs, low(U16(control->span)), dead, span, i)) wrong++;
            }
        }
        GPIOR1 = (uint8_t)wrong;
        GPIOR1 = (uint8_t)(wrong >> 8);
        GPIOR1 = (uint8_t)(products >> 8);
        GPIOR1 = (uint8_t)(steps >> 8);
        GPIOR0 = 3;
        return 0;
    }`;
  const [low, high, products, steps] = runMain(manyInputs(bellowsOf(instrument.value), 1), main);
  expect([low, high]).toEqual([0, 0]);
  expect([products >= 11, steps >= 10]).toEqual([true, true]);
});

it('on an 8-bit chip, what is scaled as it takes over comes to what the application comes to', () => {
  // Of seven bits and of fourteen.
  const pots = randomTwoScenes(22);
  const e = startEngine(compile(pots));
  const scales = e.image.controls.filter(
    (c) => c.takeover > 0 && e.image.takeovers[c.takeover - 1].by === TAKES_OVER_BY.scale,
  );
  expect(new Set(scales.map(({ kind }) => kind)).size).toBeGreaterThan(1);
  for (const control of scales) {
    const index = e.image.controls.indexOf(control);
    const state = e.state.takeovers[control.takeover - 1];
    let [seed, sum] = [1, 0];
    const drawn = () => {
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
      return control.from + ((seed >>> 16) % (control.span + 1));
    };
    for (let i = 0; i < 2000; i++) {
      Object.assign(state, { stage: TAKEOVER_STAGE.scales, sent: drawn(), at: drawn() });
      sum = (31 * sum + takenOver(e, control, state.sent, drawn())) & 0xffff;
    }
    const main = `
    static uint32_t seed = 1;
    static uint16_t drawn(const cheir_control *control)
    {
        seed = seed * 1664525ul + 1013904223ul;
        return (uint16_t)(U16(control->from) + (uint16_t)(seed >> 16) % (U16(control->span) + 1u));
    }
    int main(void)
    {
        const cheir_control *control = &IMAGE(controls)[${index}];
        cheir_takeover_state *state = &STATE(takeovers)[U8(control->takeover) - 1u];
        uint16_t i, sum = 0;
        for (i = 0; i < 2000; i++) {
            state->stage = CHEIR_TAKEOVER_SCALES;
            state->sent = drawn(control);
            state->at = drawn(control);
            sum = (uint16_t)(31u * sum + taken_over(control, state->sent, drawn(control)));
        }
        GPIOR1 = (uint8_t)sum;
        GPIOR1 = (uint8_t)(sum >> 8);
        GPIOR0 = 3;
        return 0;
    }`;
    expect([index, ...runMain(pots, main)]).toEqual([index, sum & 0xff, sum >> 8]);
  }
});

it.each([
  ...(soaking ? ([[{ is: 'median', of: 3 }, 150]] as const) : []),
  [{ is: 'median', of: 5 }, 210],
  [{ is: 'exponential', cutoffHz: 20 }, 340],
  [{ is: 'one-euro', cutoffHz: 1, quicker: 5 }, 700],
] as const)(
  'on an 8-bit chip, a filter (%o) sends what the application’s engine sends, in cycles that are told',
  (filter, most) => {
    const instrument = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
    const take = readTakeCsv(readFileSync('demo/wherry-bellows-loud.csv', 'utf8'));
    if (!instrument.ok || !take.ok) throw new Error('the demonstration cannot be read');
    const counts = take.value.frames.counts.slice(0, SCANS);
    const cycles = (own: Filter | undefined) => {
      const four = manyInputs(bellowsOf(instrument.value), 4);
      for (const sensor of four.sensors)
        sensor.responses = sensor.responses.map((r) => ({ ...r, filter: own }));
      const { identical, scans } = runOnChip(four, counts, 61);
      expect(identical).toBe(true);
      return { mean: scans.reduce((a, b) => a + b, 0) / scans.length, most: Math.max(...scans) };
    };
    const [plain, filtered] = [cycles(undefined), cycles(filter)];
    expect((filtered.mean - plain.mean) / 4).toBeLessThan(most);
  },
);
