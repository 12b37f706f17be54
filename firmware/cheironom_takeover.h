/* Controls that take over in another scene what was sent there; src/core/engine/voices/takeover.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TAKEOVER_H
#define CHEIRONOM_TAKEOVER_H

static void takeover_start(void)
{
    static const cheir_takeover_state follows = {0, 0, CHEIR_TAKEOVER_FOLLOWS, 0};
    uint8_t i;
    for (i = 0; i != COUNT(takeovers); i++) STATE(takeovers)[i] = follows;
}

#if CHEIR_scenes
/* Its scene plays again. Returns whether there is something to take over. */
static uint8_t begin_takeover(const cheir_control *control, uint16_t sent)
{
    uint8_t own = U8(control->takeover);
    if (own == 0 || sent == UNSENT || U8(IMAGE(takeovers)[own - 1u].by) == CHEIR_BY_JUMP) return 0;
    STATE(takeovers)[own - 1u].stage = CHEIR_TAKEOVER_BEGUN;
    return 1;
}
#endif

/* Whether a control waits, or is scaled: its band lies around what it reads then, not around what was sent. */
static uint8_t takes_over(const cheir_control *control)
{
    uint8_t own = U8(control->takeover);
    return own != 0 && STATE(takeovers)[own - 1u].stage != CHEIR_TAKEOVER_FOLLOWS;
}

static uint16_t step_within(uint16_t share, uint16_t span)
{
#if CHEIR_fine
    return step14(share, span);
#else
    return step7(share, low(span));
#endif
}

/* What was sent by another range is not taken over. */
static void meet_sent(const cheir_control *control, cheir_takeover_state *state, uint16_t sent, uint16_t read)
{
    if ((uint16_t)(sent - U16(control->from)) > U16(control->span) || read == sent) {
        state->stage = CHEIR_TAKEOVER_FOLLOWS;
    } else if (U8(IMAGE(takeovers)[U8(control->takeover) - 1u].by) == CHEIR_BY_SCALE) {
        state->stage = CHEIR_TAKEOVER_SCALES;
        state->sent = sent;
        state->at = read;
    } else {
        state->stage = read < sent ? CHEIR_TAKEOVER_BELOW : CHEIR_TAKEOVER_ABOVE;
    }
}

/* The value of a control that takes over: `sent` while it waits. */
static OUT_OF_LINE uint16_t taken_over(const cheir_control *control, uint16_t sent, uint16_t read)
{
    cheir_takeover_state *state = &STATE(takeovers)[U8(control->takeover) - 1u];
    uint16_t from = U16(control->from);
    uint16_t end = (uint16_t)(from + U16(control->span));
    uint16_t at;
    if (state->stage == CHEIR_TAKEOVER_BEGUN) meet_sent(control, state, sent, read);
    if (state->stage == CHEIR_TAKEOVER_BELOW && read < sent) return sent;
    if (state->stage == CHEIR_TAKEOVER_ABOVE && read > sent) return sent;
    if (state->stage == CHEIR_TAKEOVER_SCALES) {
        at = state->at;
        sent = state->sent;
        if (read == at) return sent;
        /* Straight from what had been sent to the end that it moves towards, which both reach together. */
        if (read != from && read != end) {
            if (read > at)
                return (uint16_t)(end - step_within(share_within((uint16_t)(end - read), (uint16_t)(end - at)), (uint16_t)(end - sent)));
            return (uint16_t)(from + step_within(share_within((uint16_t)(read - from), (uint16_t)(at - from)), (uint16_t)(sent - from)));
        }
    }
    state->stage = CHEIR_TAKEOVER_FOLLOWS;
    return read;
}

#if CHEIR_SETTABLE
static inline void takeover_changed(uint8_t i, const cheir_takeover *before)
{
    (void)before;
    STATE(takeovers)[i].stage = CHEIR_TAKEOVER_FOLLOWS;
}
#endif
ALWAYS_SOUND(takeover)

#endif
