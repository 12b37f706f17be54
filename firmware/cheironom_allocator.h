/* Who holds a note; src/core/engine/voices/allocator.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_ALLOCATOR_H
#define CHEIRONOM_ALLOCATOR_H

#define RELEASE_VELOCITY 64u
#define NOTE_ON 0x90u
#define NOTE_OFF 0x80u

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
    send3((uint8_t)(NOTE_ON | (channel & 15u)), note, velocity_of(&IMAGE(notes)[index], lane, strength));
}

static OUT_OF_LINE UNUSED void end_note(uint8_t latch)
{
    cheir_note_lane_state *sounding = &STATE(note_lanes)[latch];
    if (sounding->note == NO_NOTE) return;
    if (!is_shared_and_held(sounding)) send_note_off(sounding->channel, sounding->note);
    sounding->note = NO_NOTE;
}

#endif
