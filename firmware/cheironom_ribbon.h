/* Ribbons: where a lane is touched, and whether it is; src/core/engine/blocks/ribbon.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_RIBBON_H
#define CHEIRONOM_RIBBON_H

static void ribbon_start(void)
{
    static const cheir_ribbon_state untouched = {0, 0, CHEIR_RIBBON_UNTOUCHED, 0};
    uint8_t i;
    for (i = 0; i != COUNT(ribbons); i++) STATE(ribbons)[i] = untouched;
}

/* Where a count lies along the ribbon, Q15. */
static uint16_t place_on(const cheir_ribbon *ribbon, uint16_t count)
{
    uint16_t low_end = U16(ribbon->low);
    uint16_t place = mapped(U16(ribbon->table), share_of(&ribbon->scale, count > low_end ? (uint16_t)(count - low_end) : 0));
    return U8(ribbon->turned) ? (uint16_t)(ONE - place) : place;
}

/*
 * A finger that lands or lifts goes further in a frame than a slide can: until enough frames after that agree, the last good place
 * is held. A place is told a frame late, so that the first moment of a lift is none.
 */
static void derive_place(const cheir_ribbon *ribbon, cheir_ribbon_state *state)
{
    uint16_t count = now_counts[U8(ribbon->column)];
    uint16_t rest = U16(ribbon->rest);
    uint16_t least = state->stage == CHEIR_RIBBON_UNTOUCHED ? U16(ribbon->on) : U16(ribbon->off);
    uint16_t *into = &now_counts[U8(ribbon->into)];
    uint8_t away = U8(ribbon->below) ? count < rest : count > rest;
    if (!away || between(count, rest) < least) state->stage = CHEIR_RIBBON_UNTOUCHED;
    else {
        uint16_t place = place_on(ribbon, count);
        uint16_t before = state->before;
        state->before = place;
        if (state->stage == CHEIR_RIBBON_UNTOUCHED) {
            state->stage = CHEIR_RIBBON_LANDING;
            state->agreed = 0;
        } else if (between(place, before) > U16(ribbon->drop)) state->agreed = 0;
        else if (state->agreed < U8(ribbon->settle)) state->agreed++;
        if (state->agreed >= U8(ribbon->settle)) {
            state->held = before;
            state->stage = CHEIR_RIBBON_TOUCHED;
        }
    }
    into[0] = state->held;
    into[1] = state->stage == CHEIR_RIBBON_TOUCHED ? ONE : 0;
}

static void ribbon_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(ribbons); i++) derive_place(&IMAGE(ribbons)[i], &STATE(ribbons)[i]);
}

#if CHEIR_SETTABLE
static inline uint8_t ribbon_is_sound(const cheir_ribbon *next, const cheir_ribbon *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return is_table(next->table, tables);
}
#endif
CHANGES_BY_ITSELF(ribbon)

#endif
