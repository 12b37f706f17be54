import type { Instrument } from '../instrument/document';
import { gatesOfSelector } from '../instrument/rules';
import { lanesOfSource } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { portWords } from '../kinds/rules';
import type { Fault } from '../result';
import { sensorNamed } from './making';

/** What selectors must find in the sensors that they listen to. @param instrument whose sensors keep the rules of kinds/rules.ts */
export const selectorPortFaults = (instrument: Instrument): Fault[] =>
  (instrument.selectors ?? []).flatMap((own, i) =>
    gatesOfSelector(own).flatMap(([field, source]) => {
      const sensor = sensorNamed({ instrument }, source);
      const { ports } = kindOf(sensor);
      const path = `selectors.${i}.${field}`;
      const port = ports[source.port];
      if (!port) return [{ path: `${path}.port`, says: portWords(ports, source.port) }];
      if (port.carries !== 'gate')
        return [
          { path: `${path}.port`, says: `must carry a gate, ${source.port} carries a ${port.carries}` },
        ];
      const lanes = lanesOfSource(sensor, source).length;
      if (lanes === 0)
        return [{ path: `${path}.lane`, says: `must name a lane of ${source.port}, got ${source.lane}` }];
      // Two lanes of one guard would count twice.
      return field !== 'gate' && lanes > 1
        ? [{ path: `${path}.lane`, says: `a guard must name one of the ${lanes} lanes of ${source.port}` }]
        : [];
    }),
  );
