import { afterEach, describe, expect, it, vi } from 'vitest';
import { Cable, type SerialPortLike } from './cable';
import type { CableState } from './cable-state';

/** A port of which the test says what comes and when it breaks. */
class StandIn extends EventTarget implements SerialPortLike {
  readable: ReadableStream<Uint8Array> | null = null;
  writable: WritableStream<Uint8Array> | null = null;
  opened: number[] = [];
  sent: string[] = [];
  refuses: string | null = null;
  /** The commands among what was sent: letters within messages of their own (docs/formats.md, "On the line"). */
  get letters(): string {
    return this.sent.flatMap((m) => /}Ch\x04(\w)/.exec(m)?.[1] ?? []).join('');
  }
  private inside: ReadableStreamDefaultController<Uint8Array> | null = null;
  async open({ baudRate }: { baudRate: number }): Promise<void> {
    if (this.refuses) throw new DOMException('no', this.refuses);
    this.opened.push(baudRate);
    this.readable = new ReadableStream({ start: (c) => void (this.inside = c) });
    this.writable = new WritableStream({
      write: (chunk) => void this.sent.push(new TextDecoder().decode(chunk)),
    });
  }
  async close(): Promise<void> {
    this.readable = this.writable = null;
  }
  brings(text: string): void {
    this.inside!.enqueue(new TextEncoder().encode(text));
  }
  breaks(): void {
    this.inside!.error(new DOMException('gone', 'NetworkError'));
  }
  /** A byte came garbled: this reading ends, the port is there. */
  garbles(name: string): void {
    this.inside!.error(new DOMException('garbled', name));
    this.readable = new ReadableStream({ start: (c) => void (this.inside = c) });
  }
}

function bench(port: StandIn | null = new StandIn()) {
  const heard: string[] = [];
  const states: (CableState['is'] | string)[] = [];
  const cable = new Cable(
    (bytes) => heard.push(new TextDecoder().decode(bytes)),
    (state, says) => states.push(state.is, ...(says ? [says] : [])),
  );
  vi.stubGlobal('navigator', port ? { serial: { requestPort: async () => port } } : {});
  return { cable, heard, states, port: port! };
}
const turn = (ms = 0) => new Promise((resolve) => setTimeout(resolve, ms));
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('a cable', () => {
  it('asks for packets when it is opened, hands on what comes, and asks for MIDI when it is left', async () => {
    const { cable, heard, states, port } = bench();
    expect(await cable.choose(115_200)).toBeNull();
    port.brings('1,2\n');
    await turn();
    port.brings('3,4\n');
    await turn();
    expect([port.opened, port.letters, heard]).toEqual([[115_200], 'F', ['1,2\n', '3,4\n']]);
    await cable.close();
    expect(port.letters).toBe('FM');
    expect(states).toEqual(['open', 'closed']);
    expect(port.readable).toBeNull();
  });
  it('sends long messages some bytes at a time, in order, and only while a port is open', async () => {
    vi.useFakeTimers();
    const { cable, port } = bench();
    const long = new TextEncoder().encode('0123456789'.repeat(10));
    await cable.write(long);
    await cable.choose(115_200);
    port.sent.length = 0;
    void cable.write(long);
    await vi.advanceTimersByTimeAsync(100);
    expect(port.sent.map((piece) => piece.length)).toEqual([32, 32, 32, 4]);
    expect(port.sent.join('')).toBe('0123456789'.repeat(10));
  });
  it('asks a board as long as something comes from it, and one that says nothing five times', async () => {
    vi.useFakeTimers();
    const { cable, port } = bench();
    await cable.choose(500_000);
    await vi.advanceTimersByTimeAsync(2500);
    expect(port.letters).toBe('FFF');
    // It plays MIDI again three seconds after it was last asked.
    for (let second = 0; second < 20; second++) {
      port.brings('1,2\n');
      await vi.advanceTimersByTimeAsync(1000);
    }
    expect(port.letters.length).toBeGreaterThanOrEqual(20);
    const deaf = bench();
    await deaf.cable.choose(500_000);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(deaf.port.letters).toBe('FFFFF');
  });
  it('says in one sentence why it cannot be: no such browser, nothing chosen, a port in use', async () => {
    expect(await bench(null).cable.choose(9600)).toMatch(/^This browser cannot open serial ports\. /);
    const none = bench();
    vi.stubGlobal('navigator', {
      serial: { requestPort: () => Promise.reject(new DOMException('no', 'NotFoundError')) },
    });
    expect(await none.cable.choose(9600)).toMatch(/nothing has changed/);
    expect(none.states).toEqual([]);
    const taken = new StandIn();
    taken.refuses = 'NetworkError';
    expect(await bench(taken).cable.choose(9600)).toMatch(
      /could not be opened \(NetworkError\)\. Close what else uses it/,
    );
  });
  it('reads on after a byte that came garbled, or one too many', async () => {
    const { cable, heard, states, port } = bench();
    await cable.choose(500_000);
    for (const name of ['FramingError', 'BufferOverrunError', 'BreakError', 'ParityError']) {
      port.garbles(name);
      await turn();
      port.brings(name);
      await turn();
    }
    expect(heard).toEqual(['FramingError', 'BufferOverrunError', 'BreakError', 'ParityError']);
    expect(states).toEqual(['open']);
    await cable.close();
  });
  it('waits for a board that was pulled out, opens it again as it was, and gives up after ten seconds', async () => {
    vi.useFakeTimers();
    const { cable, heard, states, port } = bench();
    await cable.choose(500_000);
    port.refuses = 'NetworkError';
    port.breaks();
    await vi.advanceTimersByTimeAsync(2000);
    expect(states).toEqual([
      'open',
      'gone',
      expect.stringMatching(/^The board is unplugged\. What was recorded is kept/),
    ]);
    port.refuses = null;
    await vi.advanceTimersByTimeAsync(600);
    expect(port.opened).toEqual([500_000, 500_000]);
    port.brings('back\n');
    await vi.advanceTimersByTimeAsync(1);
    expect(heard).toEqual(['back\n']);
    port.refuses = 'NetworkError';
    port.breaks();
    await vi.advanceTimersByTimeAsync(11_000);
    expect(states[states.length - 1]).toBe('closed');
  });
});
