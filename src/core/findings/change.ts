/** What of a gate can be set, whatever its sensor is measured by. */
export interface GateValues {
  /** Where it opens and closes: counts from rest, or shares of a key's way. */
  on?: number;
  off?: number;
  /** How long it stays as it is once it has changed, ms: hold-off, mask, debounce. */
  quietMs?: number;
  /** In which a strike is judged, ms. */
  windowMs?: number;
}

/** What of a voice can be set to cure something. */
export interface VoiceValues {
  /** From gate to note, in which an attack is judged, ms. */
  windowMs?: number;
  /** How long fingers, or a place, must rest before their note begins, ms. */
  settleMs?: number;
  /** How far past a boundary another note begins, cents. */
  hysteresisCents?: number;
  /** Messages a second, at most, and steps that a value must move. */
  perSecond?: number;
  deadband?: number;
}

/** A change to an instrument, as plain data: it can be tried, made and undone. */
export type Change =
  | { is: 'gate'; sensor: string; lane: string | null; values: GateValues }
  | { is: 'voice'; voice: string; values: VoiceValues };
