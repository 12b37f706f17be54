import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import {
  adcConfig,
  AVRADC,
  AVREEPROM,
  avrInstruction,
  AVRIOPort,
  AVRTimer,
  AVRUSART,
  CPU,
  EEPROMMemoryBackend,
  eepromConfig,
  portBConfig,
  portCConfig,
  portDConfig,
  timer0Config,
  usart0Config,
} from 'avr8js';
import { strFromU8, unzipSync } from 'fflate';
import type { Instrument } from '@/core/instrument/document';
import { firmwareZip } from '@/server/firmware';

const HZ = 16_000_000;
const CYCLES_A_US = HZ / 1_000_000;
const FLASH_BYTES = 32 * 1024;
const EEPROM_BYTES = 1024;
/** Bit of UCSRB that a write leaves as it is: the receiver (datasheet DS40002061A, "UCSRnB"). */
const RECEIVER = 0x10;

/**
 * Builds the files that a maker gets, as makers' tools do, on the core of firmware/avr/core.
 * @param folder empty; the sketch is built there @param change of the sketch's text
 */
export async function buildSketch(
  folder: string,
  instrument: Instrument,
  change: (sketch: string) => string = (text) => text,
): Promise<Uint8Array> {
  mkdirSync(folder, { recursive: true });
  for (const [name, bytes] of Object.entries(unzipSync(await firmwareZip(instrument)))) {
    const text = strFromU8(bytes);
    writeFileSync(path.join(folder, path.basename(name)), name.endsWith('.ino') ? change(text) : text);
  }
  writeFileSync(path.join(folder, 'main.cpp'), `#include "core.h"\n#include "${instrument.id}.ino"\n`);
  const flags = ['-mmcu=atmega328p', `-DF_CPU=${HZ}L`, '-Os', '-flto', '-Wall', '-Wextra', '-Wconversion'];
  const own = [...flags, '-Werror', '-I', path.resolve('firmware/avr/core')];
  const run = (tool: string, args: string[]) => execFileSync(tool, args, { cwd: folder });
  for (const name of ['cheironom', 'instrument'])
    run('avr-gcc', [...own, '-std=c99', '-c', `${name}.c`, '-o', `${name}.o`]);
  const sources = ['main.cpp', 'cheironom.o', 'instrument.o'];
  run('avr-g++', [...own, '-std=c++11', '-Wno-unused-function', ...sources, '-o', 'sketch.elf']);
  run('avr-objcopy', ['-O', 'binary', '-R', '.eeprom', 'sketch.elf', 'sketch.bin']);
  return readFileSync(path.join(folder, 'sketch.bin'));
}

/** Registers of what pins 0 to 7 and 8 to 13 are set to. */
const PORTS = [portDConfig.PORT, portBConfig.PORT];
const NONE: number[] = [];

/** A byte on the line, and when. */
export interface Heard {
  us: number;
  byte: number;
}

/** What is wired to the board. */
export interface World {
  /** Count, 0 … 1023, that an analogue pin reads. */
  count: (pin: number, us: number) => number;
  /** Digital pins whose contact is closed to ground. */
  closed?: (us: number) => number[];
}

/** An 8-bit 16 MHz board with its real serial port, converter, clock, pins and EEPROM, emulated cycle by cycle. */
export class EmulatedBoard {
  readonly sent: Heard[] = [];
  readonly eeprom: EEPROMMemoryBackend;
  /** Conversions so far. */
  conversions = 0;
  private readonly cpu: CPU;
  private readonly usart: AVRUSART;
  private readonly ports: AVRIOPort[];
  private readonly line: { us: number; bytes: number[] }[] = [];
  private freeUs = 0;
  private unread = false;
  /** What the contacts were set to last. */
  private contacts = '';

  /** @param kept what its EEPROM has from before */
  constructor(
    program: Uint8Array,
    private readonly world: World,
    kept?: Uint8Array,
  ) {
    const flash = new Uint8Array(FLASH_BYTES);
    flash.set(program);
    this.cpu = new CPU(new Uint16Array(flash.buffer));
    new AVRTimer(this.cpu, timer0Config);
    this.eeprom = new EEPROMMemoryBackend(EEPROM_BYTES);
    if (kept) this.eeprom.memory.set(kept);
    new AVREEPROM(this.cpu, this.eeprom, eepromConfig);
    this.ports = [portDConfig, portBConfig, portCConfig].map((config) => new AVRIOPort(this.cpu, config));
    this.usart = new AVRUSART(this.cpu, usart0Config, HZ);
    this.usart.onByteTransmit = (byte) => void this.sent.push({ us: this.us, byte });
    this.keepReceived();
    const adc = new AVRADC(this.cpu, adcConfig);
    adc.onADCRead = (input) => {
      this.conversions++;
      const pin = input.type === 0 ? input.channel : -1;
      const count = this.world.count(pin, this.us);
      this.cpu.addClockEvent(() => adc.completeADCRead(count), adc.sampleCycles);
    };
  }

  get us(): number {
    return this.cpu.cycles / CYCLES_A_US;
  }

  /** Bits a second that the board's port is set to. */
  get baud(): number {
    return this.usart.baudRate;
  }

  /** Bytes that come on its line from a time on, one after another as fast as its port reads them. */
  hears(us: number, bytes: Iterable<number>): void {
    this.line.push({ us, bytes: [...bytes] });
  }

  /** Lets it run until a time. */
  run(untilUs: number): void {
    const until = untilUs * CYCLES_A_US;
    const { cpu } = this;
    // Looked up once: where tests run, an import of this kind of module is a proxy, which costs as much as the step.
    const step = avrInstruction;
    let next = 0;
    while (cpu.cycles < until) {
      step(cpu);
      cpu.tick();
      if (cpu.cycles < next) continue;
      next = cpu.cycles + 160;
      this.feed();
      this.setContacts();
    }
  }

  private feed(): void {
    const [first] = this.line;
    if (!first || this.us < Math.max(first.us, this.freeUs) || this.usart.rxBusy || this.unread) return;
    if (!this.usart.rxEnable) return;
    if (first.bytes.length > 0) {
      this.usart.writeByte(first.bytes.shift()!, true);
      this.unread = true;
      this.freeUs = this.us + (10 * 1e6) / this.usart.baudRate;
    }
    if (first.bytes.length === 0) this.line.shift();
  }

  private setContacts(): void {
    const closed = this.world.closed?.(this.us) ?? NONE;
    // An input reads high only with its pull-up; an output what it is set to.
    const high = PORTS.map((port) => this.cpu.data[port]);
    const now = `${closed.join()} ${high.join()}`;
    if (now === this.contacts) return;
    this.contacts = now;
    for (let pin = 2; pin < 14; pin++) {
      const [port, bit] = pin < 8 ? [0, pin] : [1, pin - 8];
      this.ports[port].setPin(bit, (high[port] & (1 << bit)) !== 0 && !closed.includes(pin));
    }
  }

  /** The emulated port forgets a byte that it has received when its control register is written, which the chip does not. */
  private keepReceived(): void {
    const { UDR, UCSRB } = usart0Config;
    const read = this.cpu.readHooks[UDR];
    this.cpu.readHooks[UDR] = (address) => {
      this.unread = false;
      return read(address);
    };
    const write = this.cpu.writeHooks[UCSRB];
    this.cpu.writeHooks[UCSRB] = (value, old, address, mask) => {
      const done = write(value, old, address, mask);
      const { RXC } = this.usart as unknown as { RXC: Parameters<CPU['setInterruptFlag']>[0] };
      if (this.unread && value & RECEIVER) this.cpu.setInterruptFlag(RXC);
      return done;
    };
  }
}
