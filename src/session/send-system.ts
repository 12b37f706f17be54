/**
 * Sends a system exclusive message to a MIDI port of this computer; the browser asks for that by itself.
 * @param port its id; null where none is chosen @returns one sentence where it cannot be sent
 */
export async function sendSystem(port: string | null, bytes: Uint8Array): Promise<string | null> {
  if (port === null) return 'Choose a MIDI out first, in the strip below.';
  try {
    const access = await navigator.requestMIDIAccess({ sysex: true });
    const out = access.outputs.get(port);
    if (!out) return 'That MIDI out is gone. Choose one that is plugged in.';
    out.send([...bytes]);
    return null;
  } catch (error) {
    return `The browser refused system exclusive messages (${(error as Error).name}). Save the dump, and send it with your music software.`;
  }
}
