/**
 * The few parts of Tone that the ear uses, each from its own module: the package's index makes a default context at
 * once, whose clock is a worker from a blob, which the Content-Security-Policy rightly refuses.
 */
export { Context } from 'tone/build/esm/core/context/Context';
export { Gain } from 'tone/build/esm/core/context/Gain';
export { setContext, start } from 'tone/build/esm/core/Global';
export { Filter } from 'tone/build/esm/component/filter/Filter';
export { Synth } from 'tone/build/esm/instrument/Synth';
