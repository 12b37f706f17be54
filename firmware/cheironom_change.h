/* Settings that change while it plays; src/core/engine/change.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_CHANGE_H
#define CHEIRONOM_CHANGE_H

/* Reads and writes the settings of one record, as a dump has them: little-endian, in the layout's order. */
#define TAKE_BYTE(field) to->field = *from++;
#define TAKE_WORD(field)                    \
    to->field = (uint16_t)(from[0] | ((uint16_t)from[1] << 8)); \
    from += 2;
#define GIVE_BYTE(field) *to++ = of->field;
#define GIVE_WORD(field)                  \
    *to++ = (uint8_t)(of->field & 0xffu); \
    *to++ = (uint8_t)(of->field >> 8);
#define SETTINGS_OF(record)                                                                                        \
    static inline const uint8_t *take_##record(cheir_##record *to, const uint8_t *from)                            \
    {                                                                                                              \
        CHEIR_SETTINGS_OF_##record(TAKE_BYTE, TAKE_WORD) return from;                                              \
    }                                                                                                              \
    static inline uint8_t *give_##record(const cheir_##record *of, uint8_t *to)                                    \
    {                                                                                                              \
        CHEIR_SETTINGS_OF_##record(GIVE_BYTE, GIVE_WORD) return to;                                                \
    }

SETTINGS_OF(level)
SETTINGS_OF(gate)
SETTINGS_OF(control)
SETTINGS_OF(switched)
SETTINGS_OF(touch_bank)
SETTINGS_OF(touch)
SETTINGS_OF(strike_bank)
SETTINGS_OF(strike)
SETTINGS_OF(contact_bank)
SETTINGS_OF(note)
SETTINGS_OF(note_lane)
SETTINGS_OF(choice)

/* A rest that was measured anew counts at once; what does not hold a note open is looked at anew. */
static const uint8_t *change_levels(const uint8_t *from)
{
    uint8_t i;
    for (i = 0; i != COUNT(levels); i++) {
        uint16_t rest = IMAGE(levels)[i].rest;
        from = take_level(&IMAGE(levels)[i], from);
        if (IMAGE(levels)[i].rest != rest) STATE(level_zeros)[i].rest = IMAGE(levels)[i].rest;
    }
    for (i = 0; i != COUNT(gates); i++) {
        from = take_gate(&IMAGE(gates)[i], from);
        if (STATE(gates)[i].stage == CHEIR_GATE_CLOSED) EMPTY_BAND(&STATE(gates)[i]);
    }
    for (i = 0; i != COUNT(controls); i++) {
        cheir_control *control = &IMAGE(controls)[i];
        uint8_t status = control->status, controller = control->controller;
        from = take_control(control, from);
        EMPTY_BAND(&STATE(controls)[i]);
        if (control->status != status || control->controller != controller) STATE(controls)[i].sent = UNSENT;
    }
#if CHEIR_switched
    for (i = 0; i != COUNT(switched); i++) {
        cheir_switched *switched = &IMAGE(switched)[i];
        uint8_t status = switched->status, controller = switched->controller;
        from = take_switched(switched, from);
        if (switched->status != status || switched->controller != controller) STATE(switched)[i].sent = UNSENT7;
    }
#endif
    return from;
}

static const uint8_t *change_banks(const uint8_t *from)
{
    uint8_t i, sounds = 0;
    /* From now on any lane may play what another has begun: both look for who holds it. */
    for (i = 0; i != COUNT(note_lanes); i++)
        if (STATE(note_lanes)[i].note != NO_NOTE) sounds = 1;
    for (i = 0; sounds && i != COUNT(note_lanes); i++) STATE(note_lanes)[i].channel |= SHARED_NOTE;
#if CHEIR_touch_banks
    for (i = 0; i != COUNT(touch_banks); i++) from = take_touch_bank(&IMAGE(touch_banks)[i], from);
    for (i = 0; i != COUNT(touches); i++) {
        cheir_touch_state *lane = &STATE(touches)[i];
        uint16_t untouched = IMAGE(touches)[i].untouched;
        from = take_touch(&IMAGE(touches)[i], from);
        if (IMAGE(touches)[i].untouched != untouched && lane->stage == CHEIR_TOUCH_UNTOUCHED)
            lane->untouched = IMAGE(touches)[i].untouched;
    }
#endif
#if CHEIR_strike_banks
    for (i = 0; i != COUNT(strike_banks); i++) from = take_strike_bank(&IMAGE(strike_banks)[i], from);
    for (i = 0; i != COUNT(strikes); i++) {
        cheir_strike *strike = &IMAGE(strikes)[i];
        cheir_strike_state *lane = &STATE(strikes)[i];
        uint16_t rest = strike->rest;
        from = take_strike(strike, from);
        if (strike->rest != rest) STATE(strike_zeros)[i].rest = strike->rest;
        if (lane->stage == CHEIR_STRIKE_WINDOW && lane->peak < strike->on) lane->peak = strike->on;
    }
#endif
    for (i = 0; i != COUNT(contact_banks); i++) from = take_contact_bank(&IMAGE(contact_banks)[i], from);
    for (i = 0; i != COUNT(notes); i++) from = take_note(&IMAGE(notes)[i], from);
    for (i = 0; i != COUNT(note_lanes); i++) from = take_note_lane(&IMAGE(note_lanes)[i], from);
    for (i = 0; i != COUNT(choices); i++) from = take_choice(&IMAGE(choices)[i], from);
    return from;
}

static const uint8_t *take_words(uint16_t *to, uint16_t *n, const uint8_t *from)
{
    uint16_t i;
    *n = (uint16_t)(from[0] | ((uint16_t)from[1] << 8));
    from += 2;
    for (i = 0; i != *n; i++, from += 2) to[i] = (uint16_t)(from[0] | ((uint16_t)from[1] << 8));
    return from;
}

/* Takes settings that have been checked (cheironom_settings.h). Nothing is sent now, and what sounds ends as it began. */
static void change_settings(const uint8_t *from)
{
    from = change_banks(change_levels(from));
    from = take_words(IMAGE(tables), &tables_n, from);
    take_words(IMAGE(stairs), &stairs_n, from);
}

#endif
