import { ribbonShare } from '../../parts/formulas';
import { calibratePlace } from '../../ways/place/calibrate';
import type { PlaceModel } from '../../ways/place/placed-lane';
import { placeGuide } from '../../ways/place/guide';
import { factsOf } from '../facts';
import { simulatedChainRibbon } from './simulate';
import type { Workings } from '../workings';

/** What it should read, by its sheet (maker’s handbook 4.7). */
const modelOf = ({ resistors, stepOhms, pullDownOhms, mm, octaves }: Record<string, number>): PlaceModel => ({
  reads: (place) => ribbonShare(place, (resistors * stepOhms) / pullDownOhms),
  mm,
  octaves,
});

/** How a chain ribbon is guided, calibrated and simulated. */
export const chainRibbonWorkings: Workings = {
  guide: placeGuide,
  calibrate: (job) => calibratePlace(job, modelOf(factsOf(job.sensor))),
  simulate: simulatedChainRibbon,
};
