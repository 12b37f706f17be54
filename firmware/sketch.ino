/*
 * @NAME@: reads the pins, plays them with the Cheironom runtime, sends MIDI bytes.
 * Wire each sensor to its pin below. A letter on PRINT_PORT asks for something else, as the application does: F for packets of
 * counts, T for the same as lines of text, M for MIDI again; W, while it sends either of them, who it is. Settings are taken on
 * either port while it plays, where the board has the memory for them.
 */
#include "cheironom.h"
#include "cheironom_frames.h"
#include "cheironom_sysex.h"
#include "instrument.h"

/* How it begins. 0: MIDI on MIDI_PORT. 1: lines of time and counts on PRINT_PORT; where both are one port, the only way to see them. */
#define PRINT_FRAMES 0
#define MIDI_BAUD INSTRUMENT_MIDI_BAUD
#define PRINT_BAUD 500000
/* 0 on a board without <EEPROM.h>: settings that come over the line then last until its power goes. */
#define KEEP_SETTINGS 1
/* From power-up to the first scan: supplies and sensors settle. */
#define SETTLE_MS 200

/* The port for MIDI: one whose pins are free, else the only one. Define it yourself to use another. */
#ifndef MIDI_PORT
#if defined(SERIAL_PORT_HARDWARE_OPEN)
#define MIDI_PORT SERIAL_PORT_HARDWARE_OPEN
#elif defined(SERIAL_PORT_HARDWARE)
#define MIDI_PORT SERIAL_PORT_HARDWARE
#else
#define MIDI_PORT Serial1
#endif
#endif
#if defined(SERIAL_PORT_MONITOR)
#define PRINT_PORT SERIAL_PORT_MONITOR
#else
#define PRINT_PORT Serial
#endif

/* The converters of 8-bit boards have ten bits; those of larger boards are set to what the instrument wants. */
#if defined(__AVR__)
#define CONVERTER_BITS 10
#else
#define CONVERTER_BITS INSTRUMENT_BITS
#endif

#if INSTRUMENT_BITS > CONVERTER_BITS
#error "@NAME@ was measured on a board of @BITS@ bits; the converter of this one has 10. Load it onto a board like that, or measure it on this one."
#elif defined(NUM_ANALOG_INPUTS) && @ANALOGUE_PINS@ > NUM_ANALOG_INPUTS
#error "@NAME@ reads @ANALOGUE_PINS@ analogue pins, A0 and up; this board has fewer. Use other pins or a larger board."
#else

#if CHEIR_SETTABLE
/* STORE has read(at), write(at, byte) and length(), as EEPROM does; define another above to keep settings there. */
#if KEEP_SETTINGS && !defined(STORE)
#include <EEPROM.h>
#define STORE EEPROM
#endif
static uint8_t dump[CHEIR_DUMP_BYTES];
static cheir_sysex from_midi, from_print;
#endif

/* C++ has no empty arrays. */
#define ROOM(n) ((n) > 0 ? (n) : 1)
/*
 * A lane on a bus or an expander has no pin of its own. Say above how it is read: READ_BUS(c) gives the count of column c,
 * READ_EXPANDED(c) gives LOW while contact c is closed. Columns and contacts are counted from 0, as instrument.h lists them.
 */
#define NO_PIN 255
#ifndef READ_BUS
#define READ_BUS(c) 0
#endif
#ifndef READ_EXPANDED
#define READ_EXPANDED(c) HIGH
#endif
static const uint8_t PINS[ROOM(INSTRUMENT_COLUMNS)] = {@PINS@};
static const uint8_t CONTACT_PINS[ROOM(INSTRUMENT_CONTACTS)] = {@CONTACT_PINS@};
/* The input of each column on the multiplexer at its pin, and the pins that choose it, the lowest bit first. */
#if @MULTIPLEXED@
static const uint8_t INPUTS[ROOM(INSTRUMENT_COLUMNS)] = {@INPUTS@};
static const uint8_t CHOOSERS[4] = {@CHOOSERS@};
/* For a multiplexer and its converter to settle, us. */
#define CHOOSE_US 5
#endif
/* Contacts of matrices lie where a row meets a column: the column is pulled down, the row is read. They are looked at column by column. */
#if @MATRIX_CONTACTS@
static const uint8_t MATRIX_COLUMNS[INSTRUMENT_CONTACTS] = {@MATRIX_COLUMNS@};
static const uint8_t MATRIX_ORDER[@MATRIX_CONTACTS@] = {@MATRIX_ORDER@};
/* For a row to follow its column, us. */
#define COLUMN_US 3
#endif
static const uint32_t PERIOD_US = 1000000UL / INSTRUMENT_SCAN_HZ;
/* Least time between two changes of what says that scans are late, us. */
static const uint32_t SHOW_US = 1000000UL;

static uint16_t counts[ROOM(INSTRUMENT_COLUMNS)];
static uint8_t closed[ROOM(INSTRUMENT_CONTACTS)];
static uint32_t next_us;
/* Scans that came a whole period late: the board is too slow for its scan rate. */
static uint32_t overruns;
static uint32_t shown_overruns;
static uint32_t shown_us;
enum { MIDI = 'M', TEXT = 'T', PACKETS = 'F', WHO = 'W' };
static uint8_t mode = PRINT_FRAMES ? TEXT : MIDI;
/* Frames sent as packets so far. */
static uint16_t frames_sent;
static uint8_t out[INSTRUMENT_MAX_BYTES];
/* What the port has not taken yet, so that writing never waits; while packets are sent, the packet at hand. */
#define QUEUE_BYTES (INSTRUMENT_MAX_BYTES + 64u)
#define PACKET_BYTES CHEIR_PACKET_ROOM(INSTRUMENT_COLUMNS)
static uint8_t queue[QUEUE_BYTES > PACKET_BYTES ? QUEUE_BYTES : PACKET_BYTES];
static uint16_t queue_from;
static uint16_t queued;

static void send_queued()
{
    while (queued > 0 && MIDI_PORT.availableForWrite() > 0) {
        MIDI_PORT.write(queue + queue_from, 1);
        queue_from = (uint16_t)((queue_from + 1u) % sizeof(queue));
        queued--;
    }
}

static void put(uint16_t n)
{
    for (uint16_t i = 0; i < n; i++) {
        /* Full: the runtime lets no more out than the wire takes, so that this waits for a flood of notes alone. */
        while (queued == sizeof(queue)) send_queued();
        queue[(queue_from + queued++) % sizeof(queue)] = out[i];
    }
    send_queued();
}

#if CHEIR_SETTABLE && defined(STORE)
#define STORE_BYTES (2u * CHEIR_DUMP_BYTES)
/* What stands for EEPROM in flash is begun with its size and committed; EEPROM itself knows neither. */
template <typename Memory> static auto begin_store(Memory &memory, int) -> decltype(memory.begin(STORE_BYTES), void())
{
    memory.begin(STORE_BYTES);
}
template <typename Memory> static void begin_store(Memory &, long) {}
template <typename Memory> static auto commit_store(Memory &memory, int) -> decltype(memory.commit(), void())
{
    memory.commit();
}
template <typename Memory> static void commit_store(Memory &, long) {}
static uint8_t read_store(uint16_t at) { return (uint8_t)STORE.read(at); }
static void write_store(uint16_t at, uint8_t byte)
{
    if (read_store(at) != byte) STORE.write(at, byte);
}
static void commit_all() { commit_store(STORE, 0); }
static const cheir_store store = {read_store, write_store, commit_all, CHEIR_DUMP_BYTES};
#endif

/* Eight hex digits that change with whatever it plays. */
static const char *digest()
{
#if CHEIR_SETTABLE
    static char words[CHEIR_DIGEST_LETTERS + 1];
    uint32_t rest = cheir_digest();
    for (uint8_t i = CHEIR_DIGEST_LETTERS; i-- > 0; rest >>= 4) words[i] = "0123456789abcdef"[rest & 15u];
    return words;
#else
    return INSTRUMENT_DIGEST;
#endif
}

/* Digest of its instrument, and scans a second. */
static void say_who()
{
    if (mode == PACKETS) {
        /* What was sent before, in another form, ends here. */
        queue[0] = 0;
        PRINT_PORT.write(queue, 1);
        PRINT_PORT.write(queue, cheir_who_packet(micros(), digest(), INSTRUMENT_SCAN_HZ, INSTRUMENT_COLUMNS,
                                                 INSTRUMENT_CONTACTS, queue));
    }
    if (mode == TEXT) {
        PRINT_PORT.print("# board: ");
        PRINT_PORT.print(digest());
        PRINT_PORT.print(',');
        PRINT_PORT.println((uint32_t)INSTRUMENT_SCAN_HZ);
    }
}

static void begin_mode()
{
    if (mode == MIDI) {
        MIDI_PORT.begin(MIDI_BAUD);
        queued = queue_from = 0;
        cheir_start();
        return;
    }
    PRINT_PORT.begin(PRINT_BAUD);
    say_who();
    if (mode == TEXT) PRINT_PORT.println("t_us,@CHANNELS@");
}

/* What sounds ends, and is on its way. */
static void fall_silent()
{
    put(cheir_silence(out));
    while (queued > 0) send_queued();
}

#if CHEIR_SETTABLE
template <typename Port> static void send_sysex(Port &port, cheir_sysex_out message)
{
    for (uint8_t byte = 0; byte != 0xf7u;) {
        byte = cheir_sysex_next(&message);
        port.write(&byte, 1);
    }
}

template <typename Port> static void answer(Port &port, uint8_t says)
{
    if (mode == MIDI) {
        cheir_sysex_out message = {&says, 1, 0, CHEIR_SYSEX_ANSWER, 0};
        /* Not between the bytes of a message. */
        while (queued > 0) send_queued();
        send_sysex(port, message);
    } else if (mode == TEXT) {
        PRINT_PORT.print("# settings: ");
        PRINT_PORT.println(says);
    } else PRINT_PORT.write(queue, cheir_answer_packet(micros(), says, queue));
}

/* Settings that have come in whole, between two frames. */
template <typename Port> static void take_settings(Port &port, uint16_t n)
{
    uint8_t says = n > sizeof(dump) ? (uint8_t)CHEIR_ANSWER_NO_ROOM : cheir_change(dump, n);
    if (says == CHEIR_ANSWER_TAKEN) {
        says = CHEIR_ANSWER_TAKEN_FOR_NOW;
#if defined(STORE)
        if (STORE.length() >= STORE_BYTES && cheir_keep(&store, dump, n)) says = CHEIR_ANSWER_TAKEN;
#endif
    }
    answer(port, says);
}

/* Whether a byte belongs to a message of settings, which may end with it. */
template <typename Port> static bool hears(Port &port, cheir_sysex &in, uint8_t byte)
{
    uint8_t kind = cheir_sysex_byte(&in, byte, dump, sizeof(dump));
    if (kind == CHEIR_SYSEX_SETTINGS) take_settings(port, in.n);
    if (kind == CHEIR_SYSEX_ASKS && mode == MIDI) {
        fall_silent();
        cheir_sysex_out message = {dump, cheir_give_settings(dump), 0, CHEIR_SYSEX_SETTINGS, 0};
        send_sysex(port, message);
    }
    return in.at > 0 || byte >= 0x80u;
}

static void read_midi()
{
    if ((void *)&MIDI_PORT == (void *)&PRINT_PORT) return;
    while (mode == MIDI && MIDI_PORT.available() > 0) hears(MIDI_PORT, from_midi, (uint8_t)MIDI_PORT.read());
}
#endif

/* What sounds ends before anything else is sent. */
static void read_command()
{
#if CHEIR_SETTABLE
    read_midi();
#endif
    while (PRINT_PORT.available() > 0) {
        int asked = PRINT_PORT.read();
#if CHEIR_SETTABLE
        if (hears(PRINT_PORT, from_print, (uint8_t)asked)) continue;
#endif
        if (asked == WHO) say_who();
        if (asked == mode || (asked != MIDI && asked != TEXT && asked != PACKETS)) continue;
        if (mode == MIDI) fall_silent();
        mode = (uint8_t)asked;
        begin_mode();
    }
}

#if INSTRUMENT_CONTACTS
static void print_edge(uint32_t now, uint8_t c, uint8_t is_closed)
{
    PRINT_PORT.print("# edge: ");
    PRINT_PORT.print(now);
    PRINT_PORT.print(',');
    PRINT_PORT.print(c);
    PRINT_PORT.print(',');
    PRINT_PORT.println(is_closed);
}
#endif

static void print_frame(uint32_t now)
{
    PRINT_PORT.print(now);
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++) {
        PRINT_PORT.print(',');
        PRINT_PORT.print(counts[c]);
    }
    PRINT_PORT.println();
}

/* Late scans are printed as a comment, and the board's own light is on for a second. */
static void show_overruns(uint32_t now)
{
    if (now - shown_us < SHOW_US) return;
    shown_us = now;
    if (mode == TEXT && overruns != shown_overruns) {
        PRINT_PORT.print("# overruns: ");
        PRINT_PORT.println(overruns);
    }
#if defined(LED_BUILTIN)
    digitalWrite(LED_BUILTIN, overruns != shown_overruns ? HIGH : LOW);
#endif
    shown_overruns = overruns;
}

/* Pads are read by the board's touch peripheral. Define it yourself where yours has another name. */
#if @TOUCH_COLUMNS@
static const uint8_t TOUCH[ROOM(INSTRUMENT_COLUMNS)] = {@TOUCH@};
#ifndef TOUCH_READ
#define TOUCH_READ(pin) touchRead(pin)
#endif
#endif

static uint16_t read_column(uint8_t c)
{
    if (PINS[c] == NO_PIN) return (uint16_t)(READ_BUS(c));
#if @TOUCH_COLUMNS@
    if (TOUCH[c]) return (uint16_t)TOUCH_READ(PINS[c]);
#endif
#if @MULTIPLEXED@
    if (INPUTS[c] != NO_PIN) {
        for (uint8_t bit = 0; bit < 4; bit++) digitalWrite(CHOOSERS[bit], (INPUTS[c] >> bit) & 1 ? HIGH : LOW);
        delayMicroseconds(CHOOSE_US);
    }
#endif
    return (uint16_t)analogRead(PINS[c]) >> (CONVERTER_BITS - INSTRUMENT_BITS);
}

#if INSTRUMENT_CONTACTS
/* A contact that has changed is told at once; the runtime debounces it. */
static void read_contact(uint32_t now, uint8_t c)
{
    uint8_t is_closed = (CONTACT_PINS[c] == NO_PIN ? READ_EXPANDED(c) : digitalRead(CONTACT_PINS[c])) == LOW;
    if (is_closed == closed[c]) return;
    closed[c] = is_closed;
    if (mode == MIDI) put(cheir_edge(now, c, is_closed, out));
    else if (mode == TEXT) print_edge(now, c, is_closed);
    else PRINT_PORT.write(queue, cheir_edge_packet(frames_sent, now, c, is_closed, queue));
}
#endif

#if @MATRIX_CONTACTS@
static void read_matrix()
{
    uint8_t column = NO_PIN;
    uint32_t now = 0;
    for (uint8_t i = 0; i < @MATRIX_CONTACTS@; i++) {
        uint8_t c = MATRIX_ORDER[i];
        if (MATRIX_COLUMNS[c] != column) {
            if (column != NO_PIN) pinMode(column, INPUT_PULLUP);
            column = MATRIX_COLUMNS[c];
            pinMode(column, OUTPUT);
            digitalWrite(column, LOW);
            delayMicroseconds(COLUMN_US);
            now = micros();
        }
        read_contact(now, c);
    }
    pinMode(column, INPUT_PULLUP);
}
#endif

static void read_contacts()
{
#if INSTRUMENT_CONTACTS > @MATRIX_CONTACTS@
    for (uint8_t c = 0; c < INSTRUMENT_CONTACTS; c++) {
#if @MATRIX_CONTACTS@
        if (MATRIX_COLUMNS[c] != NO_PIN) continue;
#endif
        read_contact(micros(), c);
    }
#endif
#if @MATRIX_CONTACTS@
    read_matrix();
#endif
}

void setup()
{
#if CONVERTER_BITS > 10
    analogReadResolution(CONVERTER_BITS);
#endif
    PRINT_PORT.begin(PRINT_BAUD);
#if CHEIR_SETTABLE && defined(STORE)
    begin_store(STORE, 0);
    if (STORE.length() >= STORE_BYTES) cheir_recall(&store, dump);
#endif
    begin_mode();
#if defined(LED_BUILTIN)
    pinMode(LED_BUILTIN, OUTPUT);
#endif
#if INSTRUMENT_CONTACTS
    for (uint8_t c = 0; c < INSTRUMENT_CONTACTS; c++)
        if (CONTACT_PINS[c] != NO_PIN) pinMode(CONTACT_PINS[c], INPUT_PULLUP);
#endif
#if @MATRIX_CONTACTS@
    for (uint8_t i = 0; i < @MATRIX_CONTACTS@; i++) pinMode(MATRIX_COLUMNS[MATRIX_ORDER[i]], INPUT_PULLUP);
#endif
#if @MULTIPLEXED@
    for (uint8_t bit = 0; bit < 4; bit++) pinMode(CHOOSERS[bit], OUTPUT);
#endif
    delay(SETTLE_MS);
    next_us = micros();
}

void loop()
{
    uint32_t now = micros();
    uint32_t late_us = now - next_us;
    if (late_us >= 0x80000000UL) {
        /* Not due yet: contacts are looked at more often than the converter. */
        read_contacts();
        if (mode == MIDI) send_queued();
        read_command();
        return;
    }
    next_us += PERIOD_US;
    if (late_us >= PERIOD_US) {
        overruns++;
        next_us = now + PERIOD_US;
    }
    read_contacts();
    /* After the edges: time never goes back. */
    now = micros();
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++) counts[c] = read_column(c);
    if (mode == MIDI) put(cheir_frame(now, counts, out));
    else if (mode == TEXT) print_frame(now);
    else PRINT_PORT.write(queue, cheir_frame_packet(frames_sent++, now, counts, INSTRUMENT_COLUMNS, queue));
    show_overruns(now);
}

#endif
