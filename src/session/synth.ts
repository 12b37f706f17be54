import { Receiver } from '@/core/midi/receiver';
import { hzOf } from '@/core/pitch/frequency';

/** Time constants, s: of loudness and brightness, of a note's beginning, of its end. */
const FOLLOW_S = 0.005;
const ATTACK_S = 0.004;
const RELEASE_S = 0.04;
/** A note that was let go is inaudible after this, s. */
const GONE_S = 0.4;

/** What one note is made of. */
interface Voice {
  tone: OscillatorNode;
  filter: BiquadFilterNode;
  gain: GainNode;
  /** 0 … 15. */
  channel: number;
  /** Share of the level that its velocity leaves it, 0 … 1. */
  share: number;
}

/**
 * A small synthesiser that plays MIDI bytes: an oscillator, a filter and a gain for each note, which follow what the receiver makes of
 * bend, breath, expression, volume, pressure and timbre. Starts low; nothing is made before sound is asked for.
 */
export class Synth {
  private context: AudioContext | null = null;
  private out: GainNode | null = null;
  private receiver = new Receiver();
  private readonly notes = new Map<number, Voice>();

  /** Makes what sounds, and wakes it. */
  async load(): Promise<void> {
    this.context ??= new AudioContext({ latencyHint: 'interactive' });
    if (!this.out) {
      this.out = new GainNode(this.context, { gain: 0 });
      this.out.connect(this.context.destination);
    }
    await this.context.resume();
  }

  /** @param gain of all, 0 … 1 */
  setGain(gain: number): void {
    this.follow(this.out?.gain, gain);
  }

  /** What the computer's own output takes from a sample to the loudspeaker, as the browser tells it, ms; null before there is sound. */
  get outputMs(): number | null {
    if (!this.context) return null;
    return 1000 * (this.context.baseLatency + (this.context.outputLatency || 0));
  }

  play(message: readonly number[]): void {
    // What is announced before sound is asked for counts too.
    const channels = this.receiver.take(message);
    if (!this.context) return;
    const [status, a, b] = message;
    const kind = status & 0xf0;
    if (kind === 0x90 && b > 0) this.noteOn(status & 0x0f, a, b);
    else if (kind === 0x80 || kind === 0x90) this.noteOff(keyOf(status & 0x0f, a));
    else for (const voice of this.notes.values()) if (channels.includes(voice.channel)) this.sound(voice);
  }

  silence(): void {
    for (const key of [...this.notes.keys()]) this.noteOff(key);
  }

  close(): void {
    void this.context?.close();
    this.context = null;
    this.receiver = new Receiver();
    this.notes.clear();
  }

  private noteOn(channel: number, note: number, velocity: number): void {
    this.noteOff(keyOf(channel, note));
    const context = this.context!;
    const detune = 100 * this.receiver.bendOf(channel);
    const tone = new OscillatorNode(context, { type: 'sawtooth', frequency: hzOf(note), detune });
    const brightness = this.receiver.brightnessOf(channel);
    const filter = new BiquadFilterNode(context, { type: 'lowpass', frequency: cutOffHz(brightness) });
    const gain = new GainNode(context, { gain: 0 });
    tone.connect(filter).connect(gain).connect(this.out!);
    const share = 0.3 + (0.7 * velocity) / 127;
    const loudness = share * gainAt(this.receiver.loudnessOf(channel));
    gain.gain.setTargetAtTime(loudness, context.currentTime, ATTACK_S);
    tone.start();
    this.notes.set(keyOf(channel, note), { tone, filter, gain, channel, share });
  }

  private noteOff(key: number): void {
    const voice = this.notes.get(key);
    if (!voice) return;
    this.notes.delete(key);
    const { currentTime } = this.context!;
    voice.gain.gain.setTargetAtTime(0, currentTime, RELEASE_S);
    voice.tone.stop(currentTime + GONE_S);
    voice.tone.onended = () => voice.gain.disconnect();
  }

  /** As its channel is now. */
  private sound({ tone, filter, gain, channel, share }: Voice): void {
    this.follow(tone.detune, 100 * this.receiver.bendOf(channel));
    this.follow(gain.gain, share * gainAt(this.receiver.loudnessOf(channel)));
    this.follow(filter.frequency, cutOffHz(this.receiver.brightnessOf(channel)));
  }

  private follow(parameter: AudioParam | undefined, value: number): void {
    if (this.context) parameter?.setTargetAtTime(value, this.context.currentTime, FOLLOW_S);
  }
}

const keyOf = (channel: number, note: number): number => (channel << 7) | note;

/** Gain at a loudness of 0 … 1: 0 … 1. */
const gainAt = (loudness: number): number => loudness ** 1.5;

/** Cut-off of the filter, Hz: four octaves from nothing to full. */
const cutOffHz = (brightness: number): number => 400 * 2 ** (4 * brightness);
