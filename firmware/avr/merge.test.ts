import { expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { startEngine } from '@/core/engine/start';
import { playByte, playFrame } from '@/core/engine/play';
import type { Instrument } from '@/core/instrument/document';
import { random } from '@/core/signal/random';
import { bankNotes, instrumentOf, touchPads } from '@/core/testing/bank-instruments';
import { randomMidi } from '@/core/testing/random-bytes';
import { runProgram } from './chip';

const pads = touchPads(Array.from({ length: 24 }, (_, i) => 40 + i));
const desk = (change: Partial<Instrument> = {}): Instrument => ({
  ...instrumentOf([pads], [bankNotes(pads, 'touch')]),
  ...change,
});
const input = { id: 'in', name: 'In', board: 'board' };

/** Bytes come in, each with a frame of pads that are still after it. */
const program = (bytes: readonly number[]) => `
  #include <avr/pgmspace.h>
  #include "instrument.h"
  static const uint8_t bytes[] PROGMEM = {${bytes.join(',')}};
  static uint16_t counts[24];
  static uint8_t out[INSTRUMENT_MAX_BYTES];
  static void give(uint16_t n) { for (uint16_t i = 0; i < n; i++) GPIOR1 = out[i]; }
  int main(void)
  {
      uint32_t at = 0;
      cheir_start();
      for (uint8_t c = 0; c < 24; c++) counts[c] = 300;
      for (uint16_t i = 0; i < sizeof bytes; i++) {
          uint16_t n;
          GPIOR0 = 1;
          n = cheir_byte(at += 320, 0, pgm_read_byte(bytes + i), out);
          GPIOR0 = 2;
          give(n);
          give(cheir_frame(at += 680, counts, out));
      }
      GPIOR0 = 3;
      for (;;) { }
  }`;

it('on an 8-bit chip what comes in passes as it does in the application, a byte within the time that it takes on the cable', () => {
  const bytes = randomMidi(random(5), 260).flat();
  const { sent, scans } = runProgram(desk({ inputs: [input] }), program(bytes));
  const e = startEngine(compile(desk({ inputs: [input] })));
  const ours: number[] = [];
  const put = (n: number) => ours.push(...e.out.subarray(0, n));
  let tUs = 0;
  for (const byte of bytes) {
    put(playByte(e, (tUs += 320), 0, byte));
    put(playFrame(e, (tUs += 680), new Array<number>(24).fill(300), 0));
  }
  expect(sent).toEqual(ours);
  expect(sent.length).toBeGreaterThan(500);
  // 5120 cycles at 16 MHz are 320 µs.
  expect(Math.max(...scans)).toBeLessThan(5120);
  expect(scans.reduce((n, s) => n + s, 0) / scans.length).toBeLessThan(280);
});

it('one input takes at most 128 bytes of memory, with what it adds to what is written at once', () => {
  const still = program([0xf8]);
  const [without, one] = [desk(), desk({ inputs: [input] })].map((own) =>
    runProgram(own, own.inputs ? still : still.replace('cheir_byte(', 'cheir_edge(')),
  );
  expect(one.ramBytes - without.ramBytes).toBeLessThanOrEqual(128);
});

it('a scene that begins costs less than 2000 cycles on 24 lanes, and 120 more for each note that ends with it', () => {
  const frames = (ends: boolean) => {
    const scenes = ['a', 'b'].map((id) => ({ id, name: id, ...(ends ? { ends } : {}) }));
    const selectors = [{ gate: { sensor: 'pads', port: 'touch', lane: 'p23' }, step: 1 as const }];
    const own = desk({ scenes, selectors });
    own.voices[0].scenes = ['a'];
    // All pads but the last are touched, and held; then the last selects the other scene.
    const main = `
      #include "instrument.h"
      static uint16_t counts[24];
      static uint8_t out[INSTRUMENT_MAX_BYTES];
      int main(void)
      {
          uint32_t at = 0;
          cheir_start();
          for (uint8_t frame = 0; frame < 90; frame++) {
              for (uint8_t c = 0; c < 24; c++) counts[c] = frame < (c == 23 ? 84 : 80) ? 300 : 400;
              GPIOR0 = 1;
              uint16_t n = cheir_frame(at += 1000, counts, out);
              GPIOR0 = 2;
              for (uint16_t i = 0; i < n; i++) GPIOR1 = out[i];
          }
          GPIOR0 = 3;
          for (;;) { }
      }`;
    const { scans, sent } = runProgram(own, main);
    return { change: scans[85] - scans[88], ended: sent.filter((byte) => byte === 0x80).length };
  };
  const [carried, ended] = [frames(false), frames(true)];
  expect([carried.ended, ended.ended]).toEqual([0, 24]);
  expect(carried.change).toBeLessThan(2000);
  expect(ended.change - carried.change).toBeLessThan(24 * 120);
});
