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
  return withoutMuted({ ...instrument, voices, zones: used.length > 0 ? used : known.slice(0, 1) });
}

/** What mutes voices that are gone mutes those that are left, or is gone too. */
function withoutMuted(instrument: Instrument): Instrument {
  const { selectors, voices } = instrument;
  if (!selectors?.some(({ mutes }) => mutes)) return instrument;
  const notes = new Set(voices.filter(({ is }) => is === 'note').map(({ id }) => id));
  const left = selectors.flatMap((own) => {
    const mutes = own.mutes?.filter((id) => notes.has(id));
    return mutes?.length === 0 ? [] : [mutes ? { ...own, mutes } : own];
  });
  return { ...instrument, selectors: left };
}
