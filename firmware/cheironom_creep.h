/* Rests that are followed while nobody plays; src/core/engine/blocks/creep.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_CREEP_H
#define CHEIRONOM_CREEP_H

static void creep_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(creeps); i++) STATE(creeps)[i].sweeps = 0;
}

/* Never while it is played: its gates are closed, and it lies short of "off". */
static void follow_creep(uint8_t index, uint8_t step)
{
    const cheir_level *level = &IMAGE(levels)[index];
    cheir_zero_state *zero = &STATE(level_zeros)[index];
    const cheir_gate_state *gate = &STATE(gates)[U8(level->gate)];
    uint16_t count, by;
    uint8_t n;
    if (zero->stage != CHEIR_ZERO_DONE) return;
    for (n = U8(level->gates); n != 0; n--, gate++)
        if (!gate_is_closed(gate)) return;
    count = now_counts[U8(level->column)];
    by = between(count, zero->rest);
    if (by == 0 || by >= lesser(U16(level->side[0].off), U16(level->side[1].off))) return;
    by = lesser(by, step);
    zero->rest = (uint16_t)(count > zero->rest ? zero->rest + by : zero->rest - by);
    empty_bands(level);
}

static void creep_sweep(void)
{
    uint8_t i, n;
    for (i = 0; i != COUNT(creeps); i++) {
        const cheir_creep *creep = &IMAGE(creeps)[i];
        uint8_t step = U8(creep->step);
        if (step == 0 || ++STATE(creeps)[i].sweeps < U8(creep->every)) continue;
        STATE(creeps)[i].sweeps = 0;
        for (n = 0; n != U8(creep->levels); n++) follow_creep((uint8_t)(U8(creep->level) + n), step);
    }
}

#if CHEIR_SETTABLE
static inline uint8_t creep_is_sound(const cheir_creep *next, const cheir_creep *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->every > 0;
}
#endif
CHANGES_BY_ITSELF(creep)

#endif
