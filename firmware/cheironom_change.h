/* Settings that change while it plays; src/core/engine/change.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_CHANGE_H
#define CHEIRONOM_CHANGE_H

/* A rest that was measured anew counts at once; what does not hold a note open is looked at anew. */
static void change_levels(const cheir_image *next)
{
    uint8_t i;
    for (i = 0; i != COUNT(levels); i++)
        if (next->levels[i].rest != IMAGE(levels)[i].rest) STATE(level_zeros)[i].rest = next->levels[i].rest;
    for (i = 0; i != COUNT(gates); i++)
        if (STATE(gates)[i].stage == CHEIR_GATE_CLOSED) EMPTY_BAND(&STATE(gates)[i]);
    for (i = 0; i != COUNT(controls); i++) {
        const cheir_control *before = &IMAGE(controls)[i];
        const cheir_control *control = &next->controls[i];
        EMPTY_BAND(&STATE(controls)[i]);
        if (control->status != before->status || control->controller != before->controller)
            STATE(controls)[i].sent = UNSENT;
    }
    for (i = 0; i != COUNT(switched); i++) {
        const cheir_switched *before = &IMAGE(switched)[i];
        const cheir_switched *switched = &next->switched[i];
        if (switched->status != before->status || switched->controller != before->controller)
            STATE(switched)[i].sent = UNSENT7;
    }
}

static void change_banks(const cheir_image *next)
{
    uint8_t i;
    for (i = 0; i != COUNT(touches); i++) {
        cheir_touch_state *lane = &STATE(touches)[i];
        uint16_t untouched = next->touches[i].untouched;
        if (untouched != IMAGE(touches)[i].untouched && lane->stage == CHEIR_TOUCH_UNTOUCHED) lane->untouched = untouched;
    }
    for (i = 0; i != COUNT(strikes); i++) {
        cheir_strike_state *lane = &STATE(strikes)[i];
        uint16_t on = next->strikes[i].on;
        if (next->strikes[i].rest != IMAGE(strikes)[i].rest) STATE(strike_zeros)[i].rest = next->strikes[i].rest;
        if (lane->stage == CHEIR_STRIKE_WINDOW && lane->peak < on) lane->peak = on;
    }
}

void cheir_change(const cheir_image *next)
{
    change_levels(next);
    change_banks(next);
    now_image = *next;
}

#endif
