import { choice } from './choice';
import { fingering } from './fingering';
import { gating } from './gating';
import { glide } from './glide';
import { addHearers } from './hearer-list';
import { hold } from './hold';
import { note } from './note';
import { selector } from './selector';
import { switched } from './switched';

// Those of the product.
for (const block of [note, choice, glide, fingering, gating, switched, hold, selector]) addHearers(block);

export { addHearers, hearers } from './hearer-list';
