/* Who hears a gate: notes, choices, switched controllers; src/core/engine/events.ts and voices/ are the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_NOTES_H
#define CHEIRONOM_NOTES_H

#define RELEASE_VELOCITY 64u
#define NOTE_ON 0x90u
#define NOTE_OFF 0x80u
#define CHANNEL_PRESSURE 0xd0u

#if CHEIR_level_velocities
/* Where a level is in this frame, Q15. */
static OUT_OF_LINE UNUSED uint16_t share_now(uint8_t index)
{
    const cheir_level *level = &IMAGE(levels)[index];
    const cheir_side *side = level->side;
    uint16_t count = now_counts[U8(level->column)];
    uint16_t rest = STATE(level_zeros)[index].rest;
    uint16_t distance = (uint16_t)(count - rest);
    if (count < rest) {
        distance = (uint16_t)(rest - count);
        side++;
    }
    if (distance <= U16(side->dead)) return 0;
    return share_of(&side->scale, (uint16_t)(distance - U16(side->dead)));
}
#endif

static uint8_t velocity_of(const cheir_note *note, uint16_t strength)
{
    uint8_t from = U8(note->from);
    uint8_t velocity = U8(note->velocity);
    if (velocity == CHEIR_VELOCITY_FIXED) return from;
#if CHEIR_level_velocities
    if (velocity == CHEIR_VELOCITY_LEVEL) strength = mapped(U16(note->table), share_now(U8(note->level)));
#endif
    return (uint8_t)(from + step7(strength, U8(note->span)));
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

/*
 * Channel and note are kept for the note-off, whatever the image says by then. Where another lane holds the same note, it is
 * struck anew: a note-off comes before the note-on, so that receivers of every sort end it with the last note-off.
 */
static OUT_OF_LINE UNUSED void start_note(uint8_t index, uint8_t latch, uint8_t lane, uint16_t strength)
{
    cheir_note_lane_state *sounding = &STATE(note_lanes)[latch];
    uint8_t channel = U8(IMAGE(note_lanes)[lane].channel);
    uint8_t note = U8(IMAGE(note_lanes)[lane].note);
    sounding->channel = (uint8_t)(channel | (sounding->channel & SHARED_NOTE));
    sounding->note = note;
    if (is_shared_and_held(sounding)) send_note_off(channel, note);
    send3((uint8_t)(NOTE_ON | (channel & 15u)), note, velocity_of(&IMAGE(notes)[index], strength));
}

static OUT_OF_LINE UNUSED void end_note(uint8_t latch)
{
    cheir_note_lane_state *sounding = &STATE(note_lanes)[latch];
    if (sounding->note == NO_NOTE) return;
    if (!is_shared_and_held(sounding)) send_note_off(sounding->channel, sounding->note);
    sounding->note = NO_NOTE;
}

#if CHEIR_choices
/* The lane that opened last, or the one with the highest note; 255 while none is open. */
static uint8_t chosen_lane(const cheir_choice *choice, uint16_t newest)
{
    const cheir_choice_lane_state *own = &STATE(choice_lanes)[U8(choice->lane)];
    const cheir_note_lane *lanes = &IMAGE(note_lanes)[U8(IMAGE(notes)[U8(choice->note)].lane)];
    uint16_t best = 0;
    uint8_t chosen = 255;
    uint8_t lane;
    for (lane = 0; lane < U8(choice->lanes); lane++, own++) {
        uint16_t rank;
        if (own->order == 0) continue;
        rank = U8(choice->by) == CHEIR_CHOOSES_LAST ? (uint16_t)(0xffffu - (uint16_t)(newest - own->order))
                                                    : U8(lanes[lane].note);
        if (chosen != 255 && rank <= best) continue;
        best = rank;
        chosen = lane;
    }
    return chosen;
}

/* Another lane may be chosen now. The new note starts before the old one ends, so that it can be slurred. */
static OUT_OF_LINE UNUSED void choice_changes(uint8_t index)
{
    const cheir_choice *choice = &IMAGE(choices)[index];
    const cheir_choice_state *state = &STATE(choices)[index];
    uint8_t note = U8(choice->note);
    uint8_t first = U8(IMAGE(notes)[note].lane);
    cheir_note_lane_state *sounding = &STATE(note_lanes)[first];
    cheir_note_lane_state before = *sounding, after;
    uint8_t lane = state->open ? chosen_lane(choice, state->order) : 255;
    const cheir_note_lane *wanted;
    if (lane == 255) {
        end_note(first);
        return;
    }
    wanted = &IMAGE(note_lanes)[(uint8_t)(first + lane)];
    if (before.note == U8(wanted->note) && ((before.channel ^ U8(wanted->channel)) & 15u) == 0) return;
    start_note(note, first, (uint8_t)(first + lane), state->strength);
    if (before.note == NO_NOTE) return;
    after = *sounding;
    *sounding = before;
    end_note(first);
    *sounding = after;
}

/* A lane of what chooses opens, or closes. Order 0 is that of none. */
static OUT_OF_LINE void chooser_changes(uint8_t index, uint8_t lane, uint8_t opens)
{
    cheir_choice_lane_state *own = &STATE(choice_lanes)[(uint8_t)(U8(IMAGE(choices)[index].lane) + lane)];
    own->order = 0;
    if (opens) {
        cheir_choice_state *state = &STATE(choices)[index];
        if (++state->order == 0) state->order = 1;
        own->order = state->order;
    }
    choice_changes(index);
}
#endif

static OUT_OF_LINE UNUSED void gate_opens(uint8_t listener, uint8_t listeners, uint8_t lane, uint16_t strength)
{
    for (; listeners > 0; listeners--, listener++) {
        uint8_t is = U8(IMAGE(listeners)[listener].is);
        uint8_t index = U8(IMAGE(listeners)[listener].index);
        if (is == CHEIR_HEARS_NOTE) {
            uint8_t at = (uint8_t)(U8(IMAGE(notes)[index].lane) + lane);
            end_note(at);
            start_note(index, at, at, strength);
        }
#if CHEIR_choices
        else if (is == CHEIR_HEARS_CHOICE_GATE) {
            STATE(choices)[index].open++;
            STATE(choices)[index].strength = strength;
            choice_changes(index);
        } else if (is == CHEIR_HEARS_CHOICE_PITCH)
            chooser_changes(index, lane, 1);
#endif
#if CHEIR_switched
        else if (is == CHEIR_HEARS_SWITCHED)
            STATE(switched)[index].open++;
#endif
    }
}

static OUT_OF_LINE UNUSED void gate_closes(uint8_t listener, uint8_t listeners, uint8_t lane)
{
    for (; listeners > 0; listeners--, listener++) {
        uint8_t is = U8(IMAGE(listeners)[listener].is);
        uint8_t index = U8(IMAGE(listeners)[listener].index);
        if (is == CHEIR_HEARS_NOTE) end_note((uint8_t)(U8(IMAGE(notes)[index].lane) + lane));
#if CHEIR_choices
        else if (is == CHEIR_HEARS_CHOICE_GATE) {
            /* A silence has shut it already. */
            if (STATE(choices)[index].open > 0) STATE(choices)[index].open--;
            choice_changes(index);
        } else if (is == CHEIR_HEARS_CHOICE_PITCH)
            chooser_changes(index, lane, 0);
#endif
#if CHEIR_switched
        else if (is == CHEIR_HEARS_SWITCHED)
            STATE(switched)[index].open--;
#endif
    }
}

#if CHEIR_switched
/* Sends what changed of the controllers that gates move, as far as the wire is free. */
static void switched_frame(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(switched) && wire_is_free(); i++) {
        const cheir_switched *switched = &IMAGE(switched)[i];
        cheir_switched_state *state = &STATE(switched)[i];
        uint8_t value = state->open > 0 ? U8(switched->on) : U8(switched->off);
        if (state->sent == value) continue;
        state->sent = value;
#if CHEIR_pressure
        if (U8(switched->status) >= CHANNEL_PRESSURE) {
            send2(U8(switched->status), value);
            continue;
        }
#endif
        send3(U8(switched->status), U8(switched->controller), value);
    }
}
#endif

#if CHEIR_choices
static void choice_start(void)
{
    static const cheir_choice_state shut = {0, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(choices); i++) STATE(choices)[i] = shut;
    for (i = 0; i != COUNT(choice_lanes); i++) STATE(choice_lanes)[i].order = 0;
}

static void choice_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(choices); i++) STATE(choices)[i].open = 0;
}
#endif

#if CHEIR_switched
static void switched_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(switched); i++) {
        STATE(switched)[i].sent = UNSENT7;
        STATE(switched)[i].open = 0;
    }
}
#endif

#if CHEIR_note_lanes
static void note_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(note_lanes); i++) {
        STATE(note_lanes)[i].channel = 0;
        STATE(note_lanes)[i].note = NO_NOTE;
    }
}

static void note_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(note_lanes); i++) end_note(i);
}
#endif

#if CHEIR_SETTABLE
static inline void switched_changed(uint8_t i, const cheir_switched *before)
{
    const cheir_switched *switched = &IMAGE(switched)[i];
    if (switched->status != before->status || switched->controller != before->controller) STATE(switched)[i].sent = UNSENT7;
}

static inline uint8_t switched_is_sound(const cheir_switched *next, const cheir_switched *now, uint16_t tables, uint16_t stairs)
{
    (void)tables, (void)stairs;
    return is_same_message(next->status, now->status) && (uint8_t)(next->controller | next->off | next->on) <= 127u;
}

/* From now on any lane may play what another has begun: both look for who holds it. */
static inline void note_lane_changed(uint8_t i, const cheir_note_lane *before)
{
    uint8_t n, sounds = 0;
    (void)before;
    if (i > 0) return;
    for (n = 0; n != COUNT(note_lanes); n++)
        if (STATE(note_lanes)[n].note != NO_NOTE) sounds = 1;
    for (n = 0; sounds && n != COUNT(note_lanes); n++) STATE(note_lanes)[n].channel |= SHARED_NOTE;
}

static inline uint8_t note_lane_is_sound(const cheir_note_lane *next, const cheir_note_lane *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->channel <= (SHARED_NOTE | 15u) && next->note <= 127u;
}

static inline uint8_t note_is_sound(const cheir_note *next, const cheir_note *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return is_table(next->table, tables) && (uint16_t)(next->from + next->span) <= 127u;
}

static inline uint8_t choice_is_sound(const cheir_choice *next, const cheir_choice *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->by <= CHEIR_CHOOSES_HIGHEST;
}
#endif
CHANGES_BY_ITSELF(listener)
ALWAYS_SOUND(listener)
CHANGES_BY_ITSELF(note)
CHANGES_BY_ITSELF(choice)

#endif
