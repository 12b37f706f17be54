/*
 * What comes in on a board's ports: whole messages pass, whatever the sender's running status; what sounds by it ends where it is pulled
 * out. src/core/engine/blocks/port.ts is the same. A part of cheironom.c, which alone includes it.
 */
#ifndef CHEIRONOM_INPUT_H
#define CHEIRONOM_INPUT_H

/* An input that has said that it is there, and then nothing for so long, has been pulled out: 400 ms, ticks. */
#define SENSE_TICKS 25000u
#define NO_NOTE_IN 0xffffu
/* Notes of an input that it knows each. */
#define INPUT_NOTES ((uint8_t)(sizeof STATE(ports)->notes / sizeof STATE(ports)->notes[0]))
#define EXCLUSIVE 0xf0u
/* A pedal's value from which on it is down. */
#define PEDAL_DOWN 64u
#define ALL_SOUND_OFF 120u
#define RESET_ALL 121u
/* Release velocity of what ends by itself. */
#define INPUT_RELEASE 64u

/* How the bench's own messages begin: they are for this board, and do not pass. */
static const uint8_t OWN_HEAD[4] = {0xf0, 0x7d, 0x43, 0x68};

static void port_start(void)
{
    uint8_t i, n;
    for (i = 0; i != COUNT(ports); i++) {
        cheir_port_state *own = &STATE(ports)[i];
        for (n = 0; n != INPUT_NOTES; n++) own->notes[n] = NO_NOTE_IN;
        own->ends = own->pedals = own->owed = own->since = own->garbage = 0;
        own->status = own->first = own->have = own->sensed = own->program = 0;
        own->stage = CHEIR_PORT_PLAIN;
    }
    for (i = 0; i != COUNT(merges); i++) {
        cheir_merge_state *merge = &STATE(merges)[i];
        for (n = 0; n != sizeof merge->bytes; n++) merge->bytes[n] = 0;
        merge->since = 0;
        merge->n = merge->lock = 0;
    }
}

static void count_garbage(cheir_port_state *own)
{
    if (own->garbage < 0xffffu) own->garbage++;
}

/* Notes that it knows end now, channels of which more sounds with the frames to come. */
static OUT_OF_LINE void end_notes(cheir_port_state *own)
{
    uint8_t *from = now_out;
    uint8_t n;
    for (n = 0; n != INPUT_NOTES; n++) {
        uint16_t note = own->notes[n];
        if (note == NO_NOTE_IN) continue;
        own->notes[n] = NO_NOTE_IN;
        send3((uint8_t)(NOTE_OFF | (note >> 8)), (uint8_t)note, INPUT_RELEASE);
    }
    own->owed = (uint16_t)(own->owed | own->ends | own->pedals);
    own->ends = own->pedals = 0;
    park(from);
}

/* What it has begun to say is nothing, and what sounds by it ends. */
static void end_input(cheir_port_state *own)
{
    own->stage = CHEIR_PORT_PLAIN;
    own->status = own->have = 0;
    end_notes(own);
}

/* A message that has been cut ends after a while, and what sounds by an input that has been pulled out. */
static void end_late(uint8_t index, uint16_t passed, uint16_t held)
{
    cheir_port_state *own = &STATE(ports)[index];
    uint8_t is_gone = own->sensed != 0 && passed >= SENSE_TICKS;
    if (STATE(merges)[0].lock == (uint8_t)(index + 1u) && (is_gone || held >= LOCK_TICKS)) cut();
    if (!is_gone) return;
    own->sensed = 0;
    end_input(own);
}

/* The lowest of the channels that it owes. */
static OUT_OF_LINE void end_channel(cheir_port_state *own)
{
    uint8_t *from = now_out;
    uint8_t channel = 0;
    uint16_t bit = 1;
    while (!(own->owed & bit)) {
        channel++;
        bit = (uint16_t)(bit << 1);
    }
    own->owed = (uint16_t)(own->owed & ~bit);
    send3((uint8_t)(CONTROL_CHANGE | channel), SUSTAIN, 0);
    send3((uint8_t)(CONTROL_CHANGE | channel), ALL_NOTES_OFF, 0);
    park(from);
}

/* Ends a channel that an input owes, where there is one. */
static void end_owed(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(ports); i++) {
        if (STATE(ports)[i].owed == 0) continue;
        end_channel(&STATE(ports)[i]);
        return;
    }
}

/* Before anything else plays a frame: what has been cut off ends. */
static void end_inputs(void)
{
    uint8_t i;
    uint16_t held;
    if (COUNT(ports) == 0) return;
    held = (uint16_t)(now_t - STATE(merges)[0].since);
    for (i = 0; i != COUNT(ports); i++) end_late(i, (uint16_t)(now_t - STATE(ports)[i].since), held);
    end_owed();
}

/* Nothing has come for longer than anything waits. */
static void port_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(ports); i++) end_late(i, 0xffffu, 0xffffu);
}

static void port_silence(void)
{
    uint8_t i;
    if (is_locked()) cut();
    for (i = 0; i != COUNT(ports); i++) end_notes(&STATE(ports)[i]);
}

static void forget(cheir_port_state *own, uint16_t note)
{
    uint8_t n;
    for (n = 0; n != INPUT_NOTES; n++) {
        if (own->notes[n] != note) continue;
        own->notes[n] = NO_NOTE_IN;
        return;
    }
}

static void remember(cheir_port_state *own, uint8_t channel, uint16_t known)
{
    uint8_t n, free_at = INPUT_NOTES;
    for (n = INPUT_NOTES; n-- != 0;) {
        if (own->notes[n] == known) return;
        if (own->notes[n] == NO_NOTE_IN) free_at = n;
    }
    if (free_at != INPUT_NOTES) own->notes[free_at] = known;
    else own->ends = (uint16_t)(own->ends | (1u << channel));
}

/* What a controller holds, or ends. */
static void keep_controller(cheir_port_state *own, uint8_t channel, uint8_t controller, uint8_t value)
{
    uint16_t bit = (uint16_t)(1u << channel);
    uint8_t n;
    if (controller == SUSTAIN && value >= PEDAL_DOWN) own->pedals = (uint16_t)(own->pedals | bit);
    else if (controller == SUSTAIN || controller == RESET_ALL) own->pedals = (uint16_t)(own->pedals & ~bit);
    else if (controller == ALL_SOUND_OFF || controller >= ALL_NOTES_OFF) {
        own->ends = (uint16_t)(own->ends & ~bit);
        for (n = 0; n != INPUT_NOTES; n++)
            if (own->notes[n] != NO_NOTE_IN && (own->notes[n] >> 8) == channel) own->notes[n] = NO_NOTE_IN;
    }
}

/* Keeps what sounds by an input. Returns whether a message of it passes. */
static uint8_t may_pass(uint8_t index, uint8_t status, uint8_t first, uint8_t second)
{
    cheir_port_state *own = &STATE(ports)[index];
    uint8_t channel = status & 15u;
    uint16_t note = (uint16_t)(((uint16_t)channel << 8) | first);
    switch (status & 0xf0u) {
    case NOTE_OFF:
        forget(own, note);
        return 1;
    case NOTE_ON:
        if (second == 0) forget(own, note);
        else remember(own, channel, note);
        return 1;
    case CONTROL_CHANGE:
        if ((U16(IMAGE(ports)[index].blocks[first >> 4]) >> (first & 15u)) & 1u) return 0;
        keep_controller(own, channel, first, second);
        return 1;
    case PROGRAM_CHANGE:
        if (U8(IMAGE(ports)[index].how) & CHEIR_LETS_SELECTS) own->program = (uint8_t)(first + 1u);
        return (U8(IMAGE(ports)[index].how) & CHEIR_LETS_PROGRAMS) != 0;
    default:
        return 1;
    }
}

/* A whole message of so many data bytes. */
static OUT_OF_LINE void pass_message(uint8_t index, uint8_t status, uint8_t data, uint8_t first, uint8_t second)
{
    uint8_t *from = now_out;
    if (!may_pass(index, status, first, second)) return;
    if (data == 0) pass(status);
    else if (data == 1) send2(status, first);
    else send3(status, first, second);
    park(from);
}

/* Number of data bytes after a status byte; of a system exclusive message, and of what is not defined, 255. */
static uint8_t data_bytes_after(uint8_t status)
{
    uint8_t high = status & 0xf0u;
    if (high != 0xf0u) return high == PROGRAM_CHANGE || high == CHANNEL_PRESSURE ? 1 : 2;
    if (status == 0xf2u) return 2;
    if (status == 0xf1u || status == 0xf3u) return 1;
    return status == 0xf6u ? 0 : 255;
}

/* At once, whatever else is going on. */
static void take_real_time(uint8_t index, uint8_t byte)
{
    cheir_port_state *own = &STATE(ports)[index];
    if (byte == 0xfeu) own->sensed = 1;
    else if (byte == 0xf9u || byte == 0xfdu) count_garbage(own);
    else if (byte != 0xffu) {
        if (U8(IMAGE(ports)[index].how) & CHEIR_LETS_CLOCK) pass(byte);
    } else {
        if (STATE(merges)[0].lock == (uint8_t)(index + 1u)) cut();
        end_input(own);
        pass(byte);
    }
}

static void take_status(uint8_t index, uint8_t byte)
{
    cheir_port_state *own = &STATE(ports)[index];
    uint8_t stage = own->stage, have = own->have, data = data_bytes_after(byte);
    own->stage = CHEIR_PORT_PLAIN;
    own->status = own->have = 0;
    if (stage == CHEIR_PORT_PASSES) unlock();
    else if (stage == CHEIR_PORT_BEGUN && byte == END_OF_EXCLUSIVE && !is_locked()) {
        /* It ends while it could still have been the bench's own. */
        uint8_t i;
        for (i = 0; i != have; i++) pass(OWN_HEAD[i]);
        pass(END_OF_EXCLUSIVE);
    } else if (have > 0 || (stage == CHEIR_PORT_PLAIN && byte == END_OF_EXCLUSIVE)) count_garbage(own);
    if (byte == END_OF_EXCLUSIVE) return;
    if (byte == EXCLUSIVE) {
        own->stage = CHEIR_PORT_BEGUN;
        own->have = 1;
    } else if (data == 255u) count_garbage(own);
    else if (data > 0) own->status = byte;
    else pass_message(index, byte, 0, 0, 0);
}

/* As soon as it is not the bench's own it passes, byte by byte; while another one does, it is passed over. */
static void begin_exclusive(uint8_t index, uint8_t byte)
{
    cheir_port_state *own = &STATE(ports)[index];
    uint8_t have = own->have;
    uint8_t i;
    if (byte == OWN_HEAD[have]) {
        own->have = (uint8_t)(have + 1u);
        if (own->have < sizeof OWN_HEAD) return;
        own->stage = CHEIR_PORT_DROPPED;
        own->have = 0;
        return;
    }
    own->have = 0;
    if (is_locked()) {
        own->stage = CHEIR_PORT_DROPPED;
        count_garbage(own);
        return;
    }
    own->stage = CHEIR_PORT_PASSES;
    for (i = 0; i != have; i++) pass_holding(index, OWN_HEAD[i]);
    pass_holding(index, byte);
}

static void take_data(uint8_t index, uint8_t byte)
{
    cheir_port_state *own = &STATE(ports)[index];
    uint8_t status = own->status, have = own->have, data;
    if (own->stage == CHEIR_PORT_PASSES) {
        pass_holding(index, byte);
        return;
    }
    if (own->stage == CHEIR_PORT_BEGUN) {
        begin_exclusive(index, byte);
        return;
    }
    if (own->stage == CHEIR_PORT_DROPPED) return;
    if (status == 0) {
        count_garbage(own);
        return;
    }
    data = data_bytes_after(status);
    if (have == 0 && data == 2u) {
        own->first = byte;
        own->have = 1;
        return;
    }
    own->have = 0;
    /* Of system messages there is no running status. */
    if (status >= EXCLUSIVE) own->status = 0;
    if (have == 1u) pass_message(index, status, 2, own->first, byte);
    else pass_message(index, status, 1, byte, 0);
}

static void port_byte(uint8_t port, uint8_t byte)
{
    if (port >= COUNT(ports)) return;
    STATE(ports)[port].since = now_t;
    if (byte >= 0xf8u) take_real_time(port, byte);
    else if (byte >= 0x80u) take_status(port, byte);
    else take_data(port, byte);
}

/* The scene that a program change has asked for since the last frame, else the given one. */
static UNUSED uint8_t scene_of_program(uint8_t scene)
{
    uint8_t i;
    for (i = 0; i != COUNT(ports); i++) {
        uint8_t program = STATE(ports)[i].program;
        STATE(ports)[i].program = 0;
#if CHEIR_scenes
        if (program > 0 && program <= COUNT(scenes)) scene = (uint8_t)(program - 1u);
#else
        (void)program;
#endif
    }
    return scene;
}

CHANGES_BY_ITSELF(port)
CHANGES_BY_ITSELF(merge)
ALWAYS_SOUND(port)
ALWAYS_SOUND(merge)

#endif
