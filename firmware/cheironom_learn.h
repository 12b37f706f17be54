/*
 * The button that measures rest and reach; src/core/engine/blocks/learn.ts and learnt.ts are the same. A part of cheironom.c, which
 * alone includes it.
 */
#ifndef CHEIRONOM_LEARN_H
#define CHEIRONOM_LEARN_H

#if !CHEIR_SETTABLE
#error "The button that measures rest and reach needs settings in memory: this board has too little of it."
#endif

/* The button bounces for so long at most, and its light shows for so long what became of it, slow ticks. */
#define BUTTON_DEBOUNCE_SLOW 2u
#define SHOWN_SLOW 122u
/* The light changes when this bit of the slow clock does. */
#define BLINK_SLOW 16u
/* In place of a touch bank: the lane is a level. */
#define NO_BANK 255u
/* A pad is touched from 60 % of its touch on, released under 40 %: shares of 256. */
#define ON_OF_256 154ul
#define OFF_OF_256 102ul
#define LEAST_ON 2u

enum { LEARN_NOTHING = 0, LEARN_SILENCE = 1, LEARN_TAKE = 2 };

static void learn_start(void)
{
    static const cheir_learn_state idle = {0, 0, 0, 0, 0, 0, 0};
    static const cheir_learn_lane_state unlearnt = {{0, 0, 0, 0, 0}, 0, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(learns); i++) STATE(learns)[i] = idle;
    for (i = 0; i != COUNT(learn_lanes); i++) STATE(learn_lanes)[i] = unlearnt;
}

static void learn_edge(uint8_t contact, uint8_t closed)
{
    const cheir_learn *button = IMAGE(learns);
    cheir_learn_state *own = STATE(learns);
    if (COUNT(learns) == 0 || contact != button->contact) return;
    own->seen = (closed != 0) != button->rests;
    /* Held at power-up, it asks for nothing. */
    if (STATE(engine).discard > 0) own->held = own->seen;
}

static void learn_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(learns); i++) {
        cheir_learn_state *own = &STATE(learns)[i];
        own->running = 0;
        if (own->stage >= CHEIR_LEARN_TAKEN) own->stage = CHEIR_LEARN_IDLE;
    }
}

static uint16_t learn_count(const cheir_learn_lane *lane)
{
    uint8_t column = lane->bank == NO_BANK ? IMAGE(levels)[lane->at].column : IMAGE(touches)[lane->at].column;
    return now_counts[column];
}

static void look_at_rest(cheir_learn_lane_state *state, uint16_t count, uint16_t still)
{
    cheir_zero_state *zero = &state->zero;
    if (zero->looks == 0) state->low = state->high = count;
    if (count < state->low) state->low = count;
    if (count > state->high) state->high = count;
    if (look(zero, count, still) != LOOK_OVER) return;
    state->spread = (uint16_t)(state->high - state->low);
    zero->stage = 1;
}

/* A sample of each lane in every slow tick; what moves begins anew. When all have rested they are to be played. */
static OUT_OF_LINE void let_rest(cheir_learn_state *own)
{
    uint8_t rested = 1;
    uint8_t i;
    if (low(now_slow) == own->tick) return;
    own->tick = low(now_slow);
    for (i = 0; i != COUNT(learn_lanes); i++) {
        const cheir_learn_lane *lane = &IMAGE(learn_lanes)[i];
        cheir_learn_lane_state *state = &STATE(learn_lanes)[i];
        uint16_t still = lane->bank == NO_BANK ? IMAGE(levels)[lane->at].still : IMAGE(touches)[lane->at].on;
        if (state->zero.stage == 0) look_at_rest(state, learn_count(lane), still);
        if (state->zero.stage == 0) rested = 0;
    }
    if (!rested) return;
    own->stage = CHEIR_LEARN_PLAY;
    for (i = 0; i != COUNT(learn_lanes); i++) {
        cheir_learn_lane_state *state = &STATE(learn_lanes)[i];
        state->low = state->high = state->zero.median;
        state->last = learn_count(&IMAGE(learn_lanes)[i]);
    }
}

/* How far each lane is played: what lasts for two frames counts, a single wild one does not. */
static OUT_OF_LINE void follow_playing(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(learn_lanes); i++) {
        cheir_learn_lane_state *state = &STATE(learn_lanes)[i];
        uint16_t count = learn_count(&IMAGE(learn_lanes)[i]);
        uint16_t lesser_one = lesser(count, state->last);
        uint16_t greater_one = count > state->last ? count : state->last;
        if (lesser_one > state->high) state->high = lesser_one;
        if (greater_one < state->low) state->low = greater_one;
        state->last = count;
    }
}

/* The scale for a span of counts. The only divisions: one a lane, when the button is let go. */
static void set_scale(cheir_scale *scale, uint16_t span)
{
    uint32_t scaled = span;
    uint32_t factor = 1;
    while (scaled <= 32768ul) scaled <<= 1, factor <<= 1;
    scale->span = span;
    scale->factor = (uint16_t)(factor & 0xffffu);
    scale->mul = (uint16_t)(0x80000000ul / scaled);
}

/* Counts from rest to reach; 0 of a side that is not there. */
static uint16_t reach_of(const cheir_side *side)
{
    return side->scale.span == 0 ? 0 : (uint16_t)(side->dead + side->scale.span);
}

/* Whether what was played is a reach, or nothing was played: under twice "on" or within the dead zone it is none. */
static uint8_t makes_reach(const cheir_side *side, uint16_t reach)
{
    if (side->scale.span == 0 || reach < side->on) return 1;
    return (reach >> 1) >= side->on && reach > side->dead;
}

static uint16_t played_above(const cheir_learn_lane_state *state)
{
    return state->high > state->zero.median ? (uint16_t)(state->high - state->zero.median) : 0;
}

static uint16_t played_below(const cheir_learn_lane_state *state)
{
    return state->low < state->zero.median ? (uint16_t)(state->zero.median - state->low) : 0;
}

static uint8_t level_makes_sense(const cheir_level *level, const cheir_learn_lane_state *state)
{
    uint16_t above = reach_of(&level->side[0]);
    uint16_t below = reach_of(&level->side[1]);
    uint16_t moved = between(state->zero.median, level->rest);
    if (moved >= (uint16_t)((above > below ? above : below) >> 1)) return 0;
    return makes_reach(&level->side[0], played_above(state)) && makes_reach(&level->side[1], played_below(state));
}

static uint16_t touch_played(const cheir_learn_lane *lane, const cheir_learn_lane_state *state)
{
    return IMAGE(touch_banks)[lane->bank].falling ? played_below(state) : played_above(state);
}

/* Noise of its rest would hold a pad touched. */
static uint8_t touch_makes_sense(const cheir_learn_lane *lane, const cheir_learn_lane_state *state)
{
    uint16_t distance = touch_played(lane, state);
    if (distance < IMAGE(touches)[lane->at].on) return 1;
    return (uint16_t)((distance * ON_OF_256) >> 8) >= LEAST_ON && (uint16_t)((distance * OFF_OF_256) >> 8) > state->spread;
}

static uint8_t all_make_sense(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(learn_lanes); i++) {
        const cheir_learn_lane *lane = &IMAGE(learn_lanes)[i];
        const cheir_learn_lane_state *state = &STATE(learn_lanes)[i];
        if (!(lane->bank == NO_BANK ? level_makes_sense(&IMAGE(levels)[lane->at], state) : touch_makes_sense(lane, state)))
            return 0;
    }
    return 1;
}

/* A side of a level reaches further, or less far, and its attacks with it. */
static void learn_side(const cheir_level *level, uint8_t at, uint16_t reach)
{
    cheir_side *side = &IMAGE(levels)[level - IMAGE(levels)].side[at];
    uint16_t before = reach_of(side);
    uint8_t i;
    if (side->scale.span == 0 || reach < side->on) return;
    set_scale(&side->scale, (uint16_t)(reach - side->dead));
    if (reach == before) return;
    for (i = 0; i != level->gates; i++) {
        cheir_scale *attack = &IMAGE(gates)[level->gate + i].attack[at];
        uint32_t span = (uint32_t)attack->span * reach / before;
        if (attack->span == 0) continue;
        set_scale(attack, span == 0 ? 1 : span > 65535ul ? 65535u : (uint16_t)span);
    }
}

static void learn_level(const cheir_learn_lane *lane, const cheir_learn_lane_state *state)
{
    cheir_level *level = &IMAGE(levels)[lane->at];
    cheir_zero_state *zero = &STATE(level_zeros)[lane->at];
    learn_side(level, 0, played_above(state));
    learn_side(level, 1, played_below(state));
    level->rest = zero->rest = state->zero.median;
    if (zero->stage == CHEIR_ZERO_DONE) return;
    zero->stage = CHEIR_ZERO_DONE;
    STATE(engine).looking--;
}

static void learn_pad(const cheir_learn_lane *lane, const cheir_learn_lane_state *state)
{
    cheir_touch *touch = &IMAGE(touches)[lane->at];
    uint16_t distance = touch_played(lane, state);
    if (distance >= touch->on) {
        touch->on = (uint16_t)((distance * ON_OF_256) >> 8);
        touch->off = (uint16_t)((distance * OFF_OF_256) >> 8);
    }
    touch->untouched = state->zero.median;
    if (STATE(touches)[lane->at].stage == CHEIR_TOUCH_UNTOUCHED) STATE(touches)[lane->at].untouched = state->zero.median;
}

/* What was measured is what plays from now on. */
static OUT_OF_LINE void learn_take(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(learn_lanes); i++) {
        const cheir_learn_lane *lane = &IMAGE(learn_lanes)[i];
        if (lane->bank == NO_BANK) learn_level(lane, &STATE(learn_lanes)[i]);
        else learn_pad(lane, &STATE(learn_lanes)[i]);
    }
}

/* It was pressed, or let go. */
static OUT_OF_LINE uint8_t turn_button(cheir_learn_state *own)
{
    uint8_t i;
    own->held = own->seen;
    own->running = 1;
    own->since = now_slow;
    if (own->held) {
        own->stage = CHEIR_LEARN_REST;
        own->tick = low(now_slow);
        for (i = 0; i != COUNT(learn_lanes); i++) STATE(learn_lanes)[i].zero.looks = STATE(learn_lanes)[i].zero.stage = 0;
        return LEARN_SILENCE;
    }
    /* It was held at power-up. */
    if (own->stage == CHEIR_LEARN_IDLE) return LEARN_NOTHING;
    if (own->stage != CHEIR_LEARN_PLAY || !all_make_sense()) {
        own->stage = CHEIR_LEARN_REFUSED;
        return LEARN_NOTHING;
    }
    own->stage = CHEIR_LEARN_TAKEN;
    own->fresh = 1;
    return LEARN_TAKE;
}

/* Plays a frame on the button, before anything else plays it. Returns what is to be done. */
static uint8_t play_learn(void)
{
    cheir_learn_state *own = STATE(learns);
    if (own->running && (uint16_t)(now_slow - own->since) >= BUTTON_DEBOUNCE_SLOW) own->running = 0;
    if (!own->running && own->seen != own->held) return turn_button(own);
    if (own->stage == CHEIR_LEARN_REST) let_rest(own);
    else if (own->stage == CHEIR_LEARN_PLAY) follow_playing();
    else if (own->stage != CHEIR_LEARN_IDLE && (uint16_t)(now_slow - own->since) >= SHOWN_SLOW) own->stage = CHEIR_LEARN_IDLE;
    return LEARN_NOTHING;
}

/* A silence that was asked for: nothing is measured before it has been let go and pressed again. */
static void abandon_learn(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(learns); i++) {
        cheir_learn_state *own = &STATE(learns)[i];
        own->held = own->seen;
        own->running = 0;
        own->stage = CHEIR_LEARN_IDLE;
    }
}

uint8_t cheir_light(void)
{
    uint8_t stage = COUNT(learns) == 0 ? CHEIR_LEARN_IDLE : STATE(learns)[0].stage;
    if (stage == CHEIR_LEARN_IDLE) return CHEIR_LIGHT_FREE;
    if (stage == CHEIR_LEARN_PLAY) return CHEIR_LIGHT_ON;
    if (stage == CHEIR_LEARN_TAKEN) return CHEIR_LIGHT_OFF;
    return now_slow & BLINK_SLOW ? CHEIR_LIGHT_ON : CHEIR_LIGHT_OFF;
}

uint8_t cheir_learnt(void)
{
    uint8_t fresh;
    if (COUNT(learns) == 0) return 0;
    fresh = STATE(learns)[0].fresh;
    STATE(learns)[0].fresh = 0;
    return fresh;
}

CHANGES_BY_ITSELF(learn)
ALWAYS_SOUND(learn)
CHANGES_BY_ITSELF(learn_lane)
ALWAYS_SOUND(learn_lane)

#endif
