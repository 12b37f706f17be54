/* Surfaces: where they are touched, both ways, and whether; src/core/engine/blocks/surface.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SURFACE_H
#define CHEIRONOM_SURFACE_H

static void surface_start(void)
{
    static const cheir_surface_state untouched = {{0, 0}, {0, 0}, CHEIR_RIBBON_UNTOUCHED, 0};
    uint8_t i;
    for (i = 0; i != COUNT(surfaces); i++) STATE(surfaces)[i] = untouched;
}

/* Where a count lies on an axis, Q15. */
static uint16_t place_at(const cheir_surface *surface, uint8_t axis)
{
    const cheir_surface_axis *own = &surface->axes[axis];
    uint16_t count = now_counts[U8(surface->columns[axis])];
    uint16_t low_end = U16(own->low);
    uint16_t place = mapped(U16(own->table), share_of(&own->scale, count > low_end ? (uint16_t)(count - low_end) : 0));
    return (uint8_t)(U8(surface->turned) >> axis) & 1u ? (uint16_t)(ONE - place) : place;
}

/*
 * Pressing tells whether it is touched: what x and y read else means nothing. A place is believed once the touch has lasted for
 * some frames, told a frame late, and held when it is let go.
 */
static void derive_surface(const cheir_surface *surface, cheir_surface_state *state)
{
    uint16_t count = now_counts[U8(surface->columns[2])];
    uint16_t rest = U16(surface->rest);
    uint16_t least = state->stage == CHEIR_RIBBON_UNTOUCHED ? U16(surface->on) : U16(surface->off);
    uint16_t *into = &now_counts[U8(surface->into)];
    uint8_t away = U8(surface->below) ? count < rest : count > rest;
    if (!away || between(count, rest) < least) state->stage = CHEIR_RIBBON_UNTOUCHED;
    else {
        uint8_t axis;
        if (state->stage == CHEIR_RIBBON_UNTOUCHED) {
            state->stage = CHEIR_RIBBON_LANDING;
            state->agreed = 0;
        } else if (state->agreed < U8(surface->settle)) state->agreed++;
        if (state->agreed >= U8(surface->settle)) state->stage = CHEIR_RIBBON_TOUCHED;
        for (axis = 0; axis != 2; axis++) {
            if (state->stage == CHEIR_RIBBON_TOUCHED) state->held[axis] = state->before[axis];
            state->before[axis] = place_at(surface, axis);
        }
    }
    into[0] = state->held[0];
    into[1] = state->held[1];
    into[2] = state->stage == CHEIR_RIBBON_TOUCHED ? ONE : 0;
}

static void surface_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(surfaces); i++) derive_surface(&IMAGE(surfaces)[i], &STATE(surfaces)[i]);
}

#if CHEIR_SETTABLE
static inline uint8_t surface_is_sound(const cheir_surface *next, const cheir_surface *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return is_table(next->axes[0].table, tables) && is_table(next->axes[1].table, tables);
}
#endif
CHANGES_BY_ITSELF(surface)

#endif
