/*
 * Pads that the board's touch peripheral reads. C++ for a Wiring-style sketch, which includes it once. Define TOUCH_READ(pin) before where
 * the board's own has another name than touchRead.
 */
#ifndef CHEIRONOM_TOUCH_PADS_H
#define CHEIRONOM_TOUCH_PADS_H

#ifndef TOUCH_READ
#ifndef touchRead
struct any_pin {
    any_pin(int) {}
};
struct no_touch {
    char absent[64];
};
/* Taken only where the board has no touchRead of its own. */
no_touch touchRead(any_pin);
static_assert(sizeof(touchRead(0)) != sizeof(no_touch),
              "This instrument has pads for a touch peripheral, and this board has none: choose a board that has, or define TOUCH_READ(pin) above.");
#endif
#define TOUCH_READ(pin) touchRead(pin)
#endif

#endif
