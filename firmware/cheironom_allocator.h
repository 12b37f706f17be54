/* Who holds a note, on which channel; src/core/engine/voices/allocator.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_ALLOCATOR_H
#define CHEIRONOM_ALLOCATOR_H

#include "cheironom_bend.h"
#include "cheironom_pool.h"

#define RELEASE_VELOCITY 64u
#define TIMBRE 74u
/* What a receiver takes for timbre where nobody says. */
#define TIMBRE_CENTRE 64u

#define VELOCITY(name, code) \
    if (is == (code)) return velocity_##name(note, lane, strength);

static uint8_t velocity_of(const cheir_note *note, uint8_t lane, uint16_t strength)
{
    uint8_t is = U8(note->velocity);
    CHEIR_VELOCITIES(VELOCITY)
    return 1;
}

/* Whether another lane sounds the same note on the same channel. */
static OUT_OF_LINE UNUSED uint8_t is_held_elsewhere(const cheir_note_lane_state *own)
{
    const cheir_note_lane_state *other = STATE(note_lanes);
    uint8_t i;
    for (i = 0; i != COUNT(note_lanes); i++, other++)
        if (other != own && other->note == own->note && ((other->channel ^ own->channel) & 15u) == 0) return 1;
    return 0;
}

/* As a rule no other lane can: the few that share a note look for who holds it. */
static inline uint8_t is_shared_and_held(const cheir_note_lane_state *own)
{
    return own->channel & SHARED_NOTE ? is_held_elsewhere(own) : 0;
}

static inline void send_note_off(uint8_t channel, uint8_t note)
{
    send3((uint8_t)(NOTE_OFF | (channel & 15u)), note, RELEASE_VELOCITY);
}

/* Ends what a lane plays; the channel that a pool gave it is not free yet. */
static OUT_OF_LINE UNUSED void silence_latch(cheir_note_lane_state *sounding)
{
    if (!is_shared_and_held(sounding)) send_note_off(sounding->channel, sounding->note);
    sounding->note = NO_NOTE;
}

#if CHEIR_pools
/* A channel of a pool for a lane; where all of them play, the oldest note ends. */
static uint8_t take_channel(uint8_t index, uint8_t latch)
{
    const cheir_pool *pool = &IMAGE(pools)[index];
    uint8_t at = next_member(pool);
    uint8_t lane = STATE(members)[at].lane;
    if (lane != NO_NOTE) silence_latch(&STATE(note_lanes)[lane]);
    return turn_member(pool, at, latch);
}

static void send_initial(uint8_t channel, uint8_t pressure, uint8_t timbre)
{
    send2((uint8_t)(CHANNEL_PRESSURE | channel), pressure);
    send3((uint8_t)(CONTROL_CHANGE | channel), TIMBRE, timbre);
}
#endif

#if CHEIR_of_notes
static uint8_t read_now(uint8_t index);
static uint16_t told(const cheir_control *control, uint16_t value);

/* What belongs to a lane's note begins with it: bends where it does, and in a pool pressure and timbre before it. */
static OUT_OF_LINE UNUSED void begin_controls(uint8_t latch, uint16_t bend, uint8_t pooled)
{
    uint8_t at = U8(IMAGE(note_lanes)[latch].control);
    uint8_t pressure = 0, timbre = TIMBRE_CENTRE;
    while (at != 0) {
        const cheir_control *control = &IMAGE(controls)[at - 1u];
        cheir_control_state *state = &STATE(controls)[at - 1u];
        uint8_t kind = U8(control->kind);
        EMPTY_BAND(state);
        state->sent = UNSENT;
        if (kind == CHEIR_CONTROL_GLIDE) state->sent = bend;
        else if (pooled && kind == CHEIR_CONTROL_PRESSURE) {
            state->sent = read_now((uint8_t)(at - 1u));
            pressure = (uint8_t)told(control, state->sent);
        } else if (pooled && kind == CHEIR_CONTROL_CONTROLLER7 && U8(control->controller) == TIMBRE) {
            state->sent = read_now((uint8_t)(at - 1u));
            timbre = (uint8_t)told(control, state->sent);
        }
        at = U8(control->next);
    }
    (void)bend, (void)pressure, (void)timbre;
#if CHEIR_pools
    if (pooled) send_initial(STATE(note_lanes)[latch].channel & 15u, pressure, timbre);
#endif
}
#endif

/* The note that sounds where one is written; none where MIDI has none so high or so low. */
#if CHEIR_modes
static uint8_t shifted(uint8_t index, uint8_t note)
{
    int16_t moved;
    if (COUNT(modes) == 0 || U8(IMAGE(notes)[index].stays)) return note;
    moved = (int16_t)(note + STATE(modes)[0].shift - CHEIR_SHIFT_ZERO);
    return moved < 0 || moved > 127 ? NO_NOTE : (uint8_t)moved;
}
#endif

/*
 * Channel and note are kept for the note-off, whatever the image says by then. Where another lane holds the same note, it is
 * struck anew: a note-off comes before the note-on, so that receivers of every sort end it with the last note-off. What a receiver
 * must know of the note goes before it: bend; in a pool pressure and timbre too.
 */
#if CHEIR_choices || CHEIR_glides || CHEIR_fingerings
static OUT_OF_LINE UNUSED
#else
/* Only lanes of their own gates sound: a part of start_note. */
static inline
#endif
void sound_note(uint8_t index, uint8_t latch, uint8_t lane, uint8_t note, uint16_t bend, uint16_t strength)
{
    cheir_note_lane_state *sounding = &STATE(note_lanes)[latch];
    uint8_t channel = U8(IMAGE(note_lanes)[lane].channel);
    uint8_t pooled = channel & POOLED;
#if CHEIR_modes
    note = shifted(index, note);
    if (note == NO_NOTE) {
        sounding->note = NO_NOTE;
        return;
    }
#endif
#if CHEIR_pools
    if (pooled) channel = (uint8_t)(POOLED | (channel & SHARED_NOTE) | take_channel(channel & 15u, latch));
#endif
    sounding->channel = (uint8_t)(channel | (sounding->channel & SHARED_NOTE));
    sounding->note = note;
    (void)bend, (void)pooled;
#if CHEIR_bent
    if (bend != NO_BEND) send_bend(sounding->channel & 15u, bend);
#endif
#if CHEIR_of_notes
    if (U8(IMAGE(note_lanes)[latch].control) != 0) begin_controls(latch, bend, pooled);
#if CHEIR_pools
    else if (pooled) send_initial(sounding->channel & 15u, 0, TIMBRE_CENTRE);
#endif
#elif CHEIR_pools
    if (pooled) send_initial(sounding->channel & 15u, 0, TIMBRE_CENTRE);
#endif
    if (is_shared_and_held(sounding)) send_note_off(sounding->channel, note);
    send3((uint8_t)(NOTE_ON | (sounding->channel & 15u)), note, velocity_of(&IMAGE(notes)[index], lane, strength));
}

/* Starts the note that a lane stands for. */
static OUT_OF_LINE UNUSED void start_note(uint8_t index, uint8_t latch, uint8_t lane, uint16_t strength)
{
    const cheir_note_lane *own = &IMAGE(note_lanes)[lane];
    sound_note(index, latch, lane, U8(own->note), U16(own->bend), strength);
}

static OUT_OF_LINE UNUSED void end_note(uint8_t latch)
{
    cheir_note_lane_state *sounding = &STATE(note_lanes)[latch];
    if (sounding->note == NO_NOTE) return;
    silence_latch(sounding);
#if CHEIR_pools
    if (sounding->channel & POOLED) free_member(U8(IMAGE(note_lanes)[latch].channel) & 15u, latch);
#endif
}

#if CHEIR_choices || CHEIR_glides || CHEIR_fingerings
/* Another note of one note at a time: before the old one ends, so that it can be slurred; in a pool, or not slurred, after. */
static OUT_OF_LINE UNUSED void replace_note(uint8_t index, uint8_t latch, uint8_t lane, uint8_t note, uint16_t bend, uint16_t strength,
                                            uint8_t slurred)
{
    cheir_note_lane_state *sounding = &STATE(note_lanes)[latch];
    cheir_note_lane_state before, after;
    if (!slurred || (sounding->channel & POOLED)) end_note(latch);
    before = *sounding;
    sound_note(index, latch, lane, note, bend, strength);
    if (before.note == NO_NOTE) return;
    after = *sounding;
    *sounding = before;
    end_note(latch);
    *sounding = after;
}
#endif

#endif
