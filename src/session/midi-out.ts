/** MIDI out through the browser, where it has it. */
export class MidiOut {
  private access: MIDIAccess | null = null;
  private port: MIDIOutput | null = null;
  private readonly sounding = new Set<number>();

  /** Asks the browser for its ports, and listens to those that bring something. @param heard messages that come in @returns their names, or one sentence on why there are none */
  async ask(
    heard: (bytes: number[]) => void = () => {},
  ): Promise<{ ports: { id: string; name: string }[] } | { refused: string }> {
    if (!('requestMIDIAccess' in navigator))
      return {
        refused: 'This browser has no MIDI. Use the built-in sound, or load the board and plug it in.',
      };
    try {
      this.access = await navigator.requestMIDIAccess();
    } catch (error) {
      return {
        refused: `The browser refused MIDI (${(error as Error).name}). Use the built-in sound, or allow MIDI for this page and try again.`,
      };
    }
    for (const input of this.access.inputs.values())
      input.onmidimessage = ({ data }) => {
        // A loop of the computer's own would bring back what was sent, for ever.
        if (data && data[0] >= 0x80 && (!input.name || input.name !== this.port?.name)) heard([...data]);
      };
    const ports = [...this.access.outputs.values()].map((p) => ({
      id: p.id,
      name: p.name ?? 'unnamed port',
    }));
    return ports.length > 0
      ? { ports }
      : { refused: 'There is no MIDI port on this computer. Plug one in and try again.' };
  }

  /** Sends to this port from now on; null to none. */
  choose(id: string | null): void {
    this.silence();
    this.port = id === null ? null : (this.access?.outputs.get(id) ?? null);
  }

  send(bytes: readonly number[]): void {
    if (!this.port) return;
    const key = ((bytes[0] & 0x0f) << 7) | bytes[1];
    if ((bytes[0] & 0xf0) === 0x90) this.sounding.add(key);
    if ((bytes[0] & 0xf0) === 0x80) this.sounding.delete(key);
    this.port.send([...bytes]);
  }

  /** The id of the port that it sends to; null where there is none. */
  get chosen(): string | null {
    return this.port?.id ?? null;
  }

  silence(): void {
    for (const key of this.sounding) this.port?.send([0x80 | (key >> 7), key & 0x7f, 64]);
    this.sounding.clear();
  }
}
