import type { Instrument } from './document';
import type { Voice } from './voices';
import type { Zone } from './zones';

/**
 * An instrument with other voices. Zones that it lacks are added, and those that nothing plays into any more are left out,
 * but one at least stays.
 * @param more zones that the voices may play into; one of a known id takes its place
 */
export function withVoices(instrument: Instrument, voices: Voice[], more: readonly Zone[] = []): Instrument {
  const known = [
    ...instrument.zones.map((own) => more.find(({ id }) => id === own.id) ?? own),
    ...more.filter((z) => !instrument.zones.some((own) => own.id === z.id)),
  ];
  const used = known.filter((z) => voices.some((v) => v.zone === z.id));
  return { ...instrument, voices, zones: used.length > 0 ? used : known.slice(0, 1) };
}
