/*
 * @NAME@: reads the pins, plays them with the Cheironom runtime, sends MIDI bytes.
 * Wire each sensor to its pin below. While the application asks for them on PRINT_PORT, the board sends packets of counts, or
 * lines of text, instead of MIDI; three seconds after it last asked, it plays again.
//@if SETTABLE
 * Settings are taken on either port while it plays.
//@end
 */
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

//@if USB
/* USB MIDI: 1 by the object MidiUSB, 2 by the board's own usbMIDI, 3 by functions of yours (cheironom_usb_port.h). */
#ifndef USB_MIDI
#if defined(MIDI_INTERFACE)
#define USB_MIDI 2
#elif defined(USBCON) || defined(SERIAL_PORT_USBVIRTUAL)
#define USB_MIDI 1
#endif
#endif
//@end
//@if CABLE
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
//@else
#define MIDI_PORT @FIRST_WAY@
//@end
//@if SECOND
/* And at the same time over: */
#define ALSO_PORT @SECOND_WAY@
//@end
//@if THIRD
#define THIRD_PORT @THIRD_WAY@
//@end
//@if HOLDS
#define PORTS_HOLD
//@end
#if defined(SERIAL_PORT_MONITOR)
#define PRINT_PORT SERIAL_PORT_MONITOR
#else
#define PRINT_PORT Serial
#endif

//@if MIDI_COMES_IN
/* MIDI comes in on the serial port for MIDI: @MIDI_INPUT@. Its opto-coupler leads to that port's receiving pin. */
//@end
//@if MORE_COMES_IN
@MORE_INPUTS@
//@end
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
//@if USB
#elif !defined(USB_MIDI)
#error "@NAME@ plays over USB MIDI, and this board, or the type of USB that is chosen for it, has none that is known here. Choose another, let it play over a MIDI cable (Plan), or define USB_MIDI 3 above and write cheir_usb_send."
//@end
//@if RADIO
#elif !defined(RADIO_IS_WRITTEN)
#error "@NAME@ plays over a low-energy radio, which every board's library does otherwise. Write cheir_radio_begin and cheir_radio_send as README.txt shows, and define RADIO_IS_WRITTEN above."
//@end
#else

//@if CONVERSION_NS
/* What the plan reckons a conversion with, ns. */
#define CONVERSION_NS @CONVERSION_NS@UL
//@end
#include "cheironom_converter.h"

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

//@end
//@if USB
#include "cheironom_usb_port.h"
//@end
//@if RADIO
#include "cheironom_radio_port.h"
//@end
//@if POWER_UP
/* Pins that are looked at once, while power comes. */
#define POWER_UP @POWER_UP@
#include "cheironom_power_up.h"
//@end
#include "cheironom_line.h"

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
//@if TIMED
/* The pin that charges each pad through its resistor; its count is how long that takes, in looks at its pin. */
static const uint8_t SENDS[INSTRUMENT_COLUMNS] = {@SENDS@};
#include "cheironom_charge.h"
//@end
//@if EDGES
/* Contacts whose edges are timed when they come, by their pins' interrupts, however long a scan takes. */
#if defined(digitalPinToInterrupt)
static const bool TIMES_EDGES[INSTRUMENT_CONTACTS] = {@TIMES_EDGES@};
//@if CHECKS_EDGES
#if defined(__AVR__) && defined(NOT_AN_INTERRUPT)
static_assert(@CAN_TIME@,
              "@NAME@ times the edges of pins @EDGE_PINS@, and not all of them can interrupt on this board: lead them to others (Plan).");
#endif
//@end
#include "cheironom_timed_edges.h"
@EDGE_HANDLERS@
#endif
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
/* Pads that the board's touch peripheral reads. */
static const uint8_t TOUCH[INSTRUMENT_COLUMNS] = {@TOUCH@};
#include "cheironom_touch_pads.h"
//@end

static const uint32_t PERIOD_US = 1000000UL / INSTRUMENT_SCAN_HZ;
//@if COLUMNS
static uint16_t counts[INSTRUMENT_COLUMNS + CHEIR_derived];
//@else
static uint16_t counts[1 + CHEIR_derived];
//@end
//@if CONTACTS
static uint8_t closed[INSTRUMENT_CONTACTS];
//@end
static uint32_t next_us;

#define WIRED @WIRED@
#include "cheironom_own_light.h"

//@if BUTTON
/* While the button @BUTTON_NAME@ is held the light flashes: let everything rest; then it stays on: play. Let go, it goes out: taken; or flashes: refused. */
static bool show_button()
{
    uint8_t light = mode == MIDI ? cheir_light() : (uint8_t)CHEIR_LIGHT_FREE;
    if (light != CHEIR_LIGHT_FREE) set_light(light == CHEIR_LIGHT_ON);
    return light != CHEIR_LIGHT_FREE;
}

//@end
//@if LIGHTS
#if CHEIR_shows
//@if UNLED
#error "The lights of @NAME@ have no pins on this board: see Plan."
//@end
#define LIGHTS @LIGHT_COUNT@
//@if CLOCKED
#define LIGHT_DATA @LIGHT_DATA@
#define LIGHT_CLOCK @LIGHT_CLOCK@
//@end
//@if SINGLE
/* Red, green and blue of each. */
#define LIGHT_PINS @LIGHT_PINS@
//@end
#include "cheironom_lights.h"
#endif

//@end
//@if TIMED
/* Pads take long: one after the other, each scan those that half of it has time for, one at least. The others keep their counts. */
static void read_timed()
{
    static uint8_t next;
    uint32_t since_us = micros();
    for (uint8_t n = 0; n < INSTRUMENT_COLUMNS; n++) {
        next = (uint8_t)((next + 1u) % INSTRUMENT_COLUMNS);
        if (SENDS[next] == NO_PIN) continue;
        counts[next] = charge_time(SENDS[next], PINS[next], (uint16_t)((1ul << INSTRUMENT_BITS) - 1ul));
        if (micros() - since_us > PERIOD_US / 2) return;
    }
}

//@end
//@if COLUMNS
static uint16_t read_column(uint8_t c)
{
//@if TIMED
    if (SENDS[c] != NO_PIN) return counts[c];
//@end
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
/* Edges that were timed may have come before others that were told: what is told never goes back in time. */
static uint32_t told_us;
static uint32_t not_before_told(uint32_t t_us)
{
    if ((int32_t)(t_us - told_us) > 0) told_us = t_us;
    return told_us;
}

/* A contact that has changed is told at once; the runtime debounces it. */
static void take_contact(uint32_t t_us, uint8_t c, uint8_t is_closed)
{
    if (is_closed == closed[c]) return;
    closed[c] = is_closed;
    tell_edge(not_before_told(t_us), c, is_closed);
}

static void read_contact(uint32_t now, uint8_t c)
{
//@if EXPANDED
    uint8_t is_closed = (CONTACT_PINS[c] == NO_PIN ? READ_EXPANDED(c) : digitalRead(CONTACT_PINS[c])) == LOW;
//@else
    uint8_t is_closed = digitalRead(CONTACT_PINS[c]) == LOW;
//@end
    take_contact(now, c, is_closed);
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
//@if EDGES
#if defined(digitalPinToInterrupt)
    while (edges_wait()) {
        timed_edge edge = next_edge();
        take_contact(edge.t_us, edge.contact, edge.closed);
    }
#endif
//@end
//@if PLAIN_CONTACTS
    for (uint8_t c = 0; c < INSTRUMENT_CONTACTS; c++) {
//@if MATRIX
        if (MATRIX_COLUMNS[c] != NO_PIN) continue;
//@end
//@if EDGES
#if defined(digitalPinToInterrupt)
        /* What has just come is taken with its own time. */
        if (TIMES_EDGES[c] && edges_wait()) continue;
#endif
//@end
        read_contact(micros(), c);
    }
//@end
//@if MATRIX
    read_matrix();
//@end
}

void setup()
{
    set_converter();
    PRINT_PORT.begin(PRINT_BAUD);
//@if SETTABLE
    recall_settings();
//@end
//@if POWER_UP
    look_at_power_up();
//@end
    begin_mode();
//@if MORE_COMES_IN
@BEGIN_INPUTS@
//@end
    begin_own_light();
//@if CONTACTS
    for (uint8_t c = 0; c < INSTRUMENT_CONTACTS; c++)
//@if EXPANDED
        if (CONTACT_PINS[c] != NO_PIN)
//@end
            pinMode(CONTACT_PINS[c], INPUT_PULLUP);
//@end
//@if EDGES
#if defined(digitalPinToInterrupt)
@BEGIN_EDGES@
#endif
//@end
//@if TIMED
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++)
        if (SENDS[c] != NO_PIN) {
            pinMode(SENDS[c], OUTPUT);
            digitalWrite(SENDS[c], LOW);
        }
//@end
//@if MATRIX
    for (uint8_t i = 0; i < @MATRIX_CONTACTS@; i++) pinMode(MATRIX_COLUMNS[MATRIX_ORDER[i]], INPUT_PULLUP);
//@end
//@if MULTIPLEXED
    for (uint8_t bit = 0; bit < 4; bit++) pinMode(CHOOSERS[bit], OUTPUT);
//@end
//@if LIGHTS
#if CHEIR_shows
    begin_lights();
#endif
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
//@if TIMED
    read_timed();
//@end
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++) counts[c] = read_column(c);
//@end
//@if CONTACTS
    now = not_before_told(now);
//@end
    tell_frame(now, counts);
//@if BUTTON
    if (show_button()) return;
//@end
    show_overruns(now);
}

/* Contacts are looked at more often than the converter, and the lines however late it is. */
void loop()
{
    uint32_t late_us = micros() - next_us;
    read_contacts();
    if (late_us < 0x80000000UL) scan(late_us);
    if (mode == MIDI) go_on_sending();
//@if LIGHTS
#if CHEIR_shows
    go_on_lighting();
#endif
//@end
    read_lines();
}

#endif
