/*
 * @NAME@: reads the pins, plays them with the Cheironom runtime, sends MIDI bytes.
 * Wire each sensor to its pin below. While the application asks for them on PRINT_PORT, the board sends packets of counts, or
 * lines of text, instead of MIDI; three seconds after it last asked, it plays again.
//@if SETTABLE
 * Settings are taken on either port while it plays.
//@end
 */
#include "cheironom.h"
#include "cheironom_frames.h"
#include "cheironom_sysex.h"
#include "instrument.h"

/* How it begins. 0: MIDI on MIDI_PORT. 1: lines of time and counts on PRINT_PORT; where both are one port, the only way to see them. */
#define PRINT_FRAMES 0
#define MIDI_BAUD INSTRUMENT_MIDI_BAUD
#define PRINT_BAUD 500000
/* From power-up to the first scan: supplies and sensors settle. */
#define SETTLE_MS 200
//@if SETTABLE
/* 0 on a board without <EEPROM.h>: settings that come over the line then last until its power goes. */
#define KEEP_SETTINGS 1
//@end

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

//@if CONVERSION_NS
/*
 * The plan reckons with @CONVERSION_NS@ ns a conversion. The converter of an 8-bit chip takes 13 of its own clocks, which are the
 * chip's divided by a power of two (data sheet, "Prescaling and Conversion Timing"); other boards take what their libraries set.
 */
#if defined(__AVR__) && defined(ADCSRA) && defined(ADPS0)
#define CLOCKS_A_CONVERSION ((F_CPU / 1000UL) * @CONVERSION_NS@UL / 1000000UL)
#if CLOCKS_A_CONVERSION >= 13 * 128
#define CONVERTER_DIVIDER 7
#elif CLOCKS_A_CONVERSION >= 13 * 64
#define CONVERTER_DIVIDER 6
#elif CLOCKS_A_CONVERSION >= 13 * 32
#define CONVERTER_DIVIDER 5
#else
#define CONVERTER_DIVIDER 4
#if CLOCKS_A_CONVERSION < 13 * 16
#warning "The plan of @NAME@ reckons with a faster converter than this board has: scans will be late. Type its conversion time in Plan."
#endif
#endif
#endif
//@end

//@if SETTABLE
/*
 * STORE has read(at), write(at, byte) and length(), as EEPROM does; define another above to keep settings there, and STORE_READY
 * where it needs time for a byte.
 */
#if KEEP_SETTINGS && !defined(STORE)
#include <EEPROM.h>
#define STORE EEPROM
#if defined(__AVR__)
#include <avr/eeprom.h>
#define STORE_READY eeprom_is_ready()
#endif
#endif
#ifndef STORE_READY
#define STORE_READY 1
#endif
static uint8_t dump[CHEIR_DUMP_BYTES];
//@else
/* Room for no settings: they are part of the program on this board. */
static uint8_t dump[1];
//@end
static cheir_sysex from_print;
//@if SETTABLE
static cheir_sysex from_midi;
//@end

//@if NO_PIN
/* Has no pin of its own. */
#define NO_PIN 255
//@end
//@if COLUMNS
//@if BUS
/* READ_BUS(c) gives the count of column c, counted from 0 as below: say above how it is read. */
#ifndef READ_BUS
#define READ_BUS(c) 0
#endif
//@end
/* Where each column is read. */
static const uint8_t PINS[INSTRUMENT_COLUMNS] = {
@PINS@
};
//@end
//@if CONTACTS
//@if EXPANDED
/* READ_EXPANDED(c) is LOW while contact c is closed, counted from 0 as below: say above how it is read. */
#ifndef READ_EXPANDED
#define READ_EXPANDED(c) HIGH
#endif
//@end
/* Where each contact is read: it is closed while its pin is low. */
static const uint8_t CONTACT_PINS[INSTRUMENT_CONTACTS] = {
@CONTACT_PINS@
};
//@end
//@if MULTIPLEXED
/* The input of each column on the multiplexer at its pin, and the pins that choose it, the lowest bit first. */
static const uint8_t INPUTS[INSTRUMENT_COLUMNS] = {@INPUTS@};
static const uint8_t CHOOSERS[4] = {@CHOOSERS@};
/* For a multiplexer and its converter to settle, us. */
#define CHOOSE_US 5
//@end
//@if MATRIX
/* Contacts of matrices lie where a row meets a column: the column is pulled down, the row is read. They are looked at column by column. */
static const uint8_t MATRIX_COLUMNS[INSTRUMENT_CONTACTS] = {@MATRIX_COLUMNS@};
static const uint8_t MATRIX_ORDER[@MATRIX_CONTACTS@] = {@MATRIX_ORDER@};
/* For a row to rise again when its column is let go: twice 50 kOhm of pull-up and 200 pF of cable, us. Longer cables need more. */
#ifndef COLUMN_US
#define COLUMN_US 20
#endif
//@end
//@if TOUCH
/* Pads are read by the board's touch peripheral. Define TOUCH_READ yourself where yours has another name. */
static const uint8_t TOUCH[INSTRUMENT_COLUMNS] = {@TOUCH@};
#ifndef TOUCH_READ
#ifndef touchRead
struct any_pin {
    any_pin(int) {}
};
struct no_touch {
    char absent[64];
};
/* Taken only where the board has no touchRead of its own. */
no_touch touchRead(any_pin);
static_assert(sizeof(touchRead(0)) != sizeof(no_touch),
              "@NAME@ has pads for a touch peripheral, and this board has none: choose a board that has, or define TOUCH_READ(pin) above.");
#endif
#define TOUCH_READ(pin) touchRead(pin)
#endif
//@end

static const uint32_t PERIOD_US = 1000000UL / INSTRUMENT_SCAN_HZ;
/* Least time between two changes of what says that scans are late, us. */
static const uint32_t SHOW_US = 1000000UL;
/* Packets and text are sent for so long after they were last asked for, ms. */
static const uint16_t LEASE_MS = 3000;
/* Bytes of each line that are taken between two scans. */
static const uint8_t BYTES_AT_ONCE = 32;
/* A port that takes nothing for so long has nobody at its end: what waits for it is dropped, ms. */
static const uint16_t STUCK_MS = 100;

//@if COLUMNS
static uint16_t counts[INSTRUMENT_COLUMNS];
//@else
static uint16_t counts[1];
//@end
//@if CONTACTS
static uint8_t closed[INSTRUMENT_CONTACTS];
//@end
static uint32_t next_us;
/* Scans that came a whole period late: the board is too slow for its scan rate. */
static uint32_t overruns;
static uint32_t shown_overruns;
static uint32_t shown_us;
enum { MIDI = 'M', TEXT = 'T', PACKETS = 'F', WHO = 'W' };
static const uint8_t FIRST_MODE = PRINT_FRAMES ? TEXT : MIDI;
static uint8_t mode = FIRST_MODE;
static uint16_t asked_ms;
/* Frames sent as packets so far. */
static uint16_t frames_sent;
static uint8_t out[INSTRUMENT_MAX_BYTES];
/* What the port has not taken yet, so that writing never waits; while packets are sent, the packet at hand. */
#define QUEUE_BYTES (INSTRUMENT_MAX_BYTES + 64u)
#define PACKET_BYTES CHEIR_PACKET_ROOM(INSTRUMENT_COLUMNS)
static uint8_t queue[QUEUE_BYTES > PACKET_BYTES ? QUEUE_BYTES : PACKET_BYTES];
static uint16_t queue_from;
static uint16_t queued;
/* Whether the port says how much it takes, as it does at once where it can; else a write waits for it. */
static uint8_t port_says;
/* Whether what was sent was dropped: the receiver may hold notes that nothing ends. */
static uint8_t dropped;

static uint16_t now_ms()
{
    return (uint16_t)millis();
}

static bool port_takes()
{
    if (MIDI_PORT.availableForWrite() <= 0) return !port_says;
    port_says = 1;
    return true;
}

static void send_queued()
{
    while (queued > 0 && port_takes()) {
        MIDI_PORT.write(queue + queue_from, 1);
        queue_from = (uint16_t)((queue_from + 1u) % sizeof(queue));
        queued--;
    }
}

/* Waits until so many bytes at most have to be sent; what a port does not take for long is dropped. */
static void wait_for_port(uint16_t most)
{
    uint16_t left = queued;
    uint16_t since_ms = now_ms();
    while (queued > most) {
        send_queued();
        if (queued != left) {
            left = queued;
            since_ms = now_ms();
        } else if ((uint16_t)(now_ms() - since_ms) > STUCK_MS) {
            queued = 0;
            dropped = 1;
        }
    }
}

/* The runtime lets no more out than the wire takes: only a flood of notes waits here. */
static void put(uint16_t n)
{
    for (uint16_t i = 0; i < n; i++) {
        if (queued == sizeof(queue)) wait_for_port((uint16_t)(sizeof(queue) - 1u));
        queue[(queue_from + queued++) % sizeof(queue)] = out[i];
    }
    send_queued();
}

/* What sounds ends, whatever a receiver has missed, and is on its way. */
static void fall_silent()
{
    put(cheir_silence(out));
    put(cheir_end_all(out));
    wait_for_port(0);
}

//@if SETTABLE
#if defined(STORE)
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
static uint8_t read_store(uint16_t at)
{
    return (uint8_t)STORE.read((int)at);
}
static void write_store(uint16_t at, uint8_t byte)
{
    if (read_store(at) != byte) STORE.write((int)at, byte);
}
static void commit_all()
{
    commit_store(STORE, 0);
}
static const cheir_store store = {read_store, write_store, commit_all, CHEIR_DUMP_BYTES};
static cheir_keeper keeper = {&store, 0, 0, 0, 2, 0};
static bool is_keeping()
{
    return keeper.n > 0;
}
#else
static bool is_keeping()
{
    return false;
}
#endif
//@end

/* Eight hex digits that change with whatever it plays. */
static const char *digest()
{
//@if SETTABLE
    static char words[CHEIR_DIGEST_LETTERS + 1];
    uint32_t rest = cheir_digest();
    for (uint8_t i = CHEIR_DIGEST_LETTERS; i-- > 0; rest >>= 4) words[i] = "0123456789abcdef"[rest & 15u];
    return words;
//@else
    return INSTRUMENT_DIGEST;
//@end
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
        port_says = MIDI_PORT.availableForWrite() > 0;
        queued = queue_from = 0;
        cheir_start();
        put(cheir_end_all(out));
        return;
    }
    PRINT_PORT.begin(PRINT_BAUD);
    say_who();
    if (mode == TEXT) PRINT_PORT.println("t_us,@CHANNELS@");
}

/* What sounds ends before anything else is sent. */
static void change_mode(uint8_t to)
{
    if (mode == MIDI) fall_silent();
    mode = to;
    begin_mode();
}

static void take_command(uint8_t asked)
{
    if (asked == WHO) say_who();
    if (asked != MIDI && asked != TEXT && asked != PACKETS) return;
    asked_ms = now_ms();
    if (asked != mode) change_mode(asked);
}

//@if SETTABLE
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
        wait_for_port(0);
        send_sysex(port, message);
    } else if (mode == TEXT) {
        PRINT_PORT.print("# settings: ");
        PRINT_PORT.println(says);
    } else PRINT_PORT.write(queue, cheir_answer_packet(micros(), says, queue));
}

/* Whether the settings that are being kept came over MIDI_PORT. */
static uint8_t kept_for_midi;

/* Keeps a byte where the memory is ready for one, and answers when all are kept. */
static void keep_on()
{
#if defined(STORE)
    if (!is_keeping() || !STORE_READY || cheir_keep_on(&keeper)) return;
    if (kept_for_midi) answer(MIDI_PORT, CHEIR_ANSWER_TAKEN);
    else answer(PRINT_PORT, CHEIR_ANSWER_TAKEN);
#endif
}

/* Settings that have come in whole, between two frames. They are answered when they are kept, where they can be. */
template <typename Port> static void take_settings(Port &port, uint16_t n)
{
    uint8_t says = n > sizeof(dump) ? (uint8_t)CHEIR_ANSWER_NO_ROOM : cheir_change(dump, n);
    if (says == CHEIR_ANSWER_TAKEN) {
        says = CHEIR_ANSWER_TAKEN_FOR_NOW;
#if defined(STORE)
        if (STORE.length() >= STORE_BYTES && cheir_keep(&keeper, dump, n)) {
            kept_for_midi = (const void *)&port == (const void *)&MIDI_PORT;
            return;
        }
#endif
    }
    answer(port, says);
}

template <typename Port> static void give_settings(Port &port)
{
    fall_silent();
    cheir_sysex_out message = {dump, cheir_give_settings(dump), 0, CHEIR_SYSEX_SETTINGS, 0};
    send_sysex(port, message);
}

/* Takes what has come on a line, as much of it as there is time for. Returns a letter that asks for something, 0 for none. */
template <typename Port> static uint8_t read_line(Port &port, cheir_sysex &in)
{
    for (uint8_t n = 0; n < BYTES_AT_ONCE && port.available() > 0; n++) {
        uint16_t room = is_keeping() ? (uint16_t)0 : (uint16_t)sizeof(dump);
        uint8_t kind = cheir_sysex_byte(&in, (uint8_t)port.read(), now_ms(), dump, room);
        if (kind == CHEIR_SYSEX_COMMAND) return in.high;
        if ((kind == CHEIR_SYSEX_SETTINGS || kind == CHEIR_SYSEX_ASKS) && is_keeping()) answer(port, CHEIR_ANSWER_BUSY);
        else if (kind == CHEIR_SYSEX_SETTINGS) take_settings(port, in.n);
        else if (kind == CHEIR_SYSEX_ASKS && mode == MIDI) give_settings(port);
    }
    return 0;
}
//@else
/* Takes what has come on the line, as much of it as there is time for. Returns a letter that asks for something, 0 for none. */
template <typename Port> static uint8_t read_line(Port &port, cheir_sysex &in)
{
    for (uint8_t n = 0; n < BYTES_AT_ONCE && port.available() > 0; n++)
        if (cheir_sysex_byte(&in, (uint8_t)port.read(), now_ms(), dump, 0) == CHEIR_SYSEX_COMMAND) return in.high;
    return 0;
}
//@end

static void read_lines()
{
    uint8_t asked = read_line(PRINT_PORT, from_print);
    if (asked != 0) take_command(asked);
//@if SETTABLE
    if ((const void *)&MIDI_PORT != (const void *)&PRINT_PORT && mode == MIDI) read_line(MIDI_PORT, from_midi);
//@end
    if (mode != FIRST_MODE && (uint16_t)(now_ms() - asked_ms) > LEASE_MS) change_mode(FIRST_MODE);
}

//@if CONTACTS
static void print_edge(uint32_t now, uint8_t c, uint8_t is_closed)
{
    PRINT_PORT.print("# edge: ");
    PRINT_PORT.print(now);
    PRINT_PORT.print(',');
    PRINT_PORT.print(c);
    PRINT_PORT.print(',');
    PRINT_PORT.println(is_closed);
}

//@end
static void print_frame(uint32_t now)
{
    PRINT_PORT.print(now);
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++) {
        PRINT_PORT.print(',');
        PRINT_PORT.print(counts[c]);
    }
    PRINT_PORT.println();
}

/* Whether the board's own light is on a pin of its own, and not on one that is wired. */
static bool has_light()
{
#if defined(LED_BUILTIN)
    static const uint8_t WIRED[] = {@WIRED@};
    for (uint8_t i = 0; i < sizeof(WIRED); i++)
        if (WIRED[i] == LED_BUILTIN) return false;
    return true;
#else
    return false;
#endif
}

static void set_light(bool on)
{
#if defined(LED_BUILTIN)
    if (has_light()) digitalWrite(LED_BUILTIN, on ? HIGH : LOW);
#else
    (void)on;
#endif
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
    set_light(overruns != shown_overruns);
    shown_overruns = overruns;
}

//@if COLUMNS
static uint16_t read_column(uint8_t c)
{
//@if BUS
    if (PINS[c] == NO_PIN) return (uint16_t)(READ_BUS(c));
//@end
//@if TOUCH
    if (TOUCH[c]) return (uint16_t)TOUCH_READ(PINS[c]);
//@end
//@if MULTIPLEXED
    if (INPUTS[c] != NO_PIN) {
        for (uint8_t bit = 0; bit < 4; bit++) digitalWrite(CHOOSERS[bit], (INPUTS[c] >> bit) & 1 ? HIGH : LOW);
        delayMicroseconds(CHOOSE_US);
    }
//@end
    return (uint16_t)((uint16_t)analogRead(PINS[c]) >> (CONVERTER_BITS - INSTRUMENT_BITS));
}

//@end
//@if CONTACTS
/* A contact that has changed is told at once; the runtime debounces it. */
static void read_contact(uint32_t now, uint8_t c)
{
//@if EXPANDED
    uint8_t is_closed = (CONTACT_PINS[c] == NO_PIN ? READ_EXPANDED(c) : digitalRead(CONTACT_PINS[c])) == LOW;
//@else
    uint8_t is_closed = digitalRead(CONTACT_PINS[c]) == LOW;
//@end
    if (is_closed == closed[c]) return;
    closed[c] = is_closed;
    if (mode == MIDI) put(cheir_edge(now, c, is_closed, out));
    else if (mode == TEXT) print_edge(now, c, is_closed);
    else PRINT_PORT.write(queue, cheir_edge_packet(frames_sent, now, c, is_closed, queue));
}

//@end
//@if MATRIX
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

//@end
static void read_contacts()
{
//@if PLAIN_CONTACTS
    for (uint8_t c = 0; c < INSTRUMENT_CONTACTS; c++) {
//@if MATRIX
        if (MATRIX_COLUMNS[c] != NO_PIN) continue;
//@end
        read_contact(micros(), c);
    }
//@end
//@if MATRIX
    read_matrix();
//@end
}

static void set_converter()
{
#if !defined(__AVR__)
    analogReadResolution(CONVERTER_BITS);
#elif defined(CONVERTER_DIVIDER)
    ADCSRA = (uint8_t)((ADCSRA & 0xf8u) | CONVERTER_DIVIDER);
#endif
}

void setup()
{
    set_converter();
    PRINT_PORT.begin(PRINT_BAUD);
//@if SETTABLE
#if defined(STORE)
    begin_store(STORE, 0);
    if (STORE.length() >= STORE_BYTES) cheir_recall(&keeper, dump);
#endif
//@end
    begin_mode();
#if defined(LED_BUILTIN)
    if (has_light()) pinMode(LED_BUILTIN, OUTPUT);
#endif
//@if CONTACTS
    for (uint8_t c = 0; c < INSTRUMENT_CONTACTS; c++)
//@if EXPANDED
        if (CONTACT_PINS[c] != NO_PIN)
//@end
            pinMode(CONTACT_PINS[c], INPUT_PULLUP);
//@end
//@if MATRIX
    for (uint8_t i = 0; i < @MATRIX_CONTACTS@; i++) pinMode(MATRIX_COLUMNS[MATRIX_ORDER[i]], INPUT_PULLUP);
//@end
//@if MULTIPLEXED
    for (uint8_t bit = 0; bit < 4; bit++) pinMode(CHOOSERS[bit], OUTPUT);
//@end
    delay(SETTLE_MS);
    next_us = micros();
}

static void scan(uint32_t late_us)
{
    next_us += PERIOD_US;
    if (late_us >= PERIOD_US) {
        overruns++;
        next_us = micros() + PERIOD_US;
    }
    /* After the edges: time never goes back. */
    uint32_t now = micros();
//@if COLUMNS
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++) counts[c] = read_column(c);
//@end
    if (mode == MIDI) put(cheir_frame(now, counts, out));
    else if (mode == TEXT) print_frame(now);
    else PRINT_PORT.write(queue, cheir_frame_packet(frames_sent++, now, counts, INSTRUMENT_COLUMNS, queue));
    show_overruns(now);
}

/* Contacts are looked at more often than the converter, and the lines however late it is. */
void loop()
{
    uint32_t late_us = micros() - next_us;
    read_contacts();
    if (late_us < 0x80000000UL) scan(late_us);
    if (mode == MIDI) {
        send_queued();
        if (dropped && queued == 0 && port_takes()) {
            dropped = 0;
            put(cheir_end_all(out));
        }
    }
    read_lines();
//@if SETTABLE
    keep_on();
//@end
}

#endif
