import { avrInstruction, CPU } from 'avr8js';

/** General-purpose I/O registers 0, 1 and 2 in data space (datasheet of the 8-bit chip, register summary). */
const GPIOR0 = 0x3e;
const GPIOR1 = 0x4a;
const GPIOR2 = 0x4b;
/** Program memory and memory of the chip, bytes. */
export const FLASH_BYTES = 32 * 1024;
export const MEMORY_BYTES = 2 * 1024;
/** The chip that is emulated, and a larger one of its family with 16 KB of memory, for which only sizes are known. */
export const SMALL = 'atmega328p';
export const LARGER = 'atmega1284p';
/** As makers' tools build: for size, optimised once more when linked. */
export const AVR_FLAGS = ['-Os', '-flto', '-std=c99', '-Wall', '-Wextra', '-Werror'];

/** What a program did on the chip. */
export interface Emulated {
  /** Cycles of each stretch that it marked: from 1 to 2 in GPIOR0. */
  scans: number[];
  /** What it wrote to GPIOR1. */
  sent: number[];
  /** Whether it came to its end: 3 in GPIOR0. */
  done: boolean;
}

/** Runs a program of the 8-bit chip. @param fed what it reads from GPIOR2, byte by byte; 255 past its end @param most cycles */
export function emulate(binary: Uint8Array, fed: Uint8Array = new Uint8Array(0), most = 1e9): Emulated {
  const flash = new Uint8Array(FLASH_BYTES);
  flash.set(binary);
  const cpu = new CPU(new Uint16Array(flash.buffer));
  const scans: number[] = [];
  const sent: number[] = [];
  let [began, at, done] = [0, 0, false];
  cpu.writeHooks[GPIOR0] = (value) => {
    if (value === 1) began = cpu.cycles;
    if (value === 2) scans.push(cpu.cycles - began);
    if (value === 3) done = true;
  };
  cpu.writeHooks[GPIOR1] = (value) => void sent.push(value);
  cpu.readHooks[GPIOR2] = () => (at < fed.length ? fed[at++] : 255);
  // Looked up once: where tests run, an import of this kind of module is a proxy, which costs as much as the step.
  const step = avrInstruction;
  while (!done && cpu.cycles < most) {
    step(cpu);
    cpu.tick();
  }
  return { scans, sent, done };
}
