import type { GuideView } from '@/core/guide/guide';
import type { Lane, Sensor } from '@/core/instrument/sensor';
import { factsOf } from '@/core/kinds/facts';
import { kindOf } from '@/core/kinds/registry';
import { noteName } from '@/core/midi/words';
import { KPA_PER } from '@/core/parts/pressures';
import { GUIDED_PRESSURES, GUIDED_WEIGHTS } from '@/core/ways/level/known/steps';
import { GUIDED_PLACES } from '@/core/ways/place/steps';
import { GUIDED_SPOTS } from '@/core/ways/surface/spots';
import type { Role } from '@/core/signal/take';
import { sentence } from '../parts/words';

/** What the prompter says for a role: one instruction, and one line under it. */
export function promptFor(role: Role, sensor: Sensor, view?: GuideView): { says: string; under: string } {
  const verb = sentence(sensor.verb ?? kindOf(sensor).verb);
  if (view?.complaint === 'moved')
    return { says: 'It moved. Let it rest.', under: 'The rest take begins again by itself.' };
  if (view?.complaint === 'together')
    return { says: 'Two at once. Each alone, again.', under: 'Neither of them counts; go on in any order.' };
  const own = kindOf(sensor).asks?.[role];
  if (own && view?.only === undefined) return own;
  if (role === 'places' && kindOf(sensor).way === 'surface') return spotPrompt(verb, view);
  if (role === 'places') return placePrompt(verb, sensor, view);
  if (role === 'weights') return loadPrompt(sensor, view);
  if (role === 'slide')
    return {
      says: 'Slide along it, up and down.',
      under: 'As fast as you would ever play. It counts by itself.',
    };
  if (role === 'lift')
    return {
      says: `${verb} it for a moment, anywhere.`,
      under: 'Short ones, in different places. It counts by itself.',
    };
  if (role === 'still') return { says: 'Leave it alone.', under: 'Wherever it stands. It ends by itself.' };
  if (role === 'sweep') {
    const each = sensor.lanes.length > 1 ? 'each ' : '';
    return {
      says: `${verb} ${each}${each ? 'one' : 'it'} to one end, then to the other.`,
      under: 'Leave it at each end for a moment. It counts the ends by itself.',
    };
  }
  if (role === 'full' && kindOf(sensor).letGo === 'returns')
    return {
      says: `${verb} ${sensor.lanes.length > 1 ? 'each way' : 'it'} to its ends, in turn.`,
      under: 'Let it come back by itself after each. It counts by itself.',
    };
  if (view?.only !== undefined && role !== 'rest') return onlyPrompt(role, verb, sensor.lanes[view.only]);
  if (sensor.lanes.length > 1 && role !== 'rest') return lanePrompt(role, verb);
  switch (role) {
    case 'rest':
      return { says: 'Let it rest.', under: 'Hands and breath off it. It ends by itself.' };
    case 'soft':
      return {
        says: `${verb} as softly as you ever would.`,
        under: 'Rest between. Both ways in turn, if it has two. It counts by itself.',
      };
    case 'medium':
      return {
        says: `${verb} as you usually play.`,
        under: 'Rest between. Both ways in turn, if it has two.',
      };
    case 'loud':
      return {
        says: `${verb} loudly, as loud as is comfortable.`,
        under: 'Not the most you can: what you would really play.',
      };
    case 'full':
      return {
        says: `${verb} to the full, three times.`,
        under: 'This sets the ceiling only. Do not force it.',
      };
    default:
      return { says: verb, under: '' };
  }
}

/** The spot that is next. */
function spotPrompt(verb: string, view?: GuideView): { says: string; under: string } {
  const { says } = GUIDED_SPOTS[Math.min(view?.done ?? 0, GUIDED_SPOTS.length - 1)];
  return {
    says: `${verb} it ${says}.`,
    under: 'A corner: a tenth of the way in from both edges. Hold it for half a second, then lift.',
  };
}

/** The mark that is next, in mm of its length. */
function placePrompt(verb: string, sensor: Sensor, view?: GuideView): { says: string; under: string } {
  const { mm = 100 } = factsOf(sensor);
  const place = GUIDED_PLACES[Math.min(view?.done ?? 0, GUIDED_PLACES.length - 1)];
  return {
    says: `${verb} it at ${Math.round(place * mm)} mm.`,
    under: `Of ${Math.round(mm)} mm, from its low end. Hold it for half a second, then lift.`,
  };
}

/** A bank: every lane, in any order. */
function lanePrompt(role: Role, verb: string): { says: string; under: string } {
  const under = 'In any order; each is ticked off as you play it. It ends by itself.';
  if (role === 'soft') return { says: `${verb} each one as softly as you ever would.`, under };
  if (role === 'loud') return { says: `${verb} each one as loud as is comfortable.`, under };
  return { says: `${verb} each one as you usually play.`, under };
}

/** One lane, played again alone. */
function onlyPrompt(role: Role, verb: string, lane: Lane): { says: string; under: string } {
  const how: Partial<Record<Role, string>> = {
    soft: ' as softly as you ever would',
    loud: ' as loud as is comfortable',
    slow: ' slowly, to its bottom',
  };
  return {
    says: `${verb} ${laneWord(lane)}${how[role] ?? ' as you usually play'}.`,
    under: 'It alone; the others stay as they were measured. It ends by itself.',
  };
}

/** As it stands on the map of lanes. */
const laneWord = ({ id, note }: Lane): string => (note === undefined ? id : noteName(note));

/** The known load that is next. */
function loadPrompt(sensor: Sensor, view?: GuideView): { says: string; under: string } {
  const pressures = kindOf(sensor).known === 'pressures';
  const loads: readonly number[] = pressures ? GUIDED_PRESSURES : GUIDED_WEIGHTS;
  const { lanes = null, turn = 0, done = 0 } = view ?? {};
  const load = loads[Math.min(lanes ? lanes[turn] : done, loads.length - 1)];
  if (lanes)
    return {
      says: `${laneWord(sensor.lanes[turn])}: have ${load} g on it.`,
      under: 'In all; a millilitre of water is a gram. Up and down again, then the next one.',
    };
  return pressures
    ? {
        says: `Hold it at ${load} kPa.`,
        under: `${(load / KPA_PER.cmH2O).toFixed(1)} cm of water in a column. It counts by itself.`,
      }
    : {
        says: `Have ${load} g on it.`,
        under: 'In all: a millilitre of water is a gram. It counts by itself.',
      };
}
