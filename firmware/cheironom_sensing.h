/* A board whose output enters another says that it is there; src/core/engine/blocks/sensing.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SENSING_H
#define CHEIRONOM_SENSING_H

static inline void sensing_start(void)
{
}

/* What passes through it says so too. */
static inline void sensing_sweep(void)
{
    if (COUNT(sensings) != 0 && !is_locked()) pass(0xfeu);
}

CHANGES_BY_ITSELF(sensing)
ALWAYS_SOUND(sensing)

#endif
