/* Tilt: pitch and roll from which way is down; src/core/engine/blocks/tilt.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TILT_H
#define CHEIRONOM_TILT_H

/* Half a turn: what an angle of 0 reads, so that it can go to both sides. */
#define LEVEL_ANGLE 32768u
/* One g, as axes are scaled; and the least across the roll from which it can be told, a quarter of it. */
#define ONE_G 16384u
#define LEAST_ACROSS 4096u

static void tilt_start(void)
{
    static const cheir_tilt_state level = {{65535u, 65535u, 65535u}, LEVEL_ANGLE, LEVEL_ANGLE};
    uint8_t i;
    for (i = 0; i != COUNT(tilts); i++) STATE(tilts)[i] = level;
}

/* How far an axis is from none, 16384 a g, and whether it is below. */
static uint16_t axis_at(const cheir_axis *axis, uint16_t count, uint8_t *below)
{
    uint16_t offset = U16(axis->offset);
    *below = count < offset;
    return share_of(&axis->scale, between(count, offset));
}

/* What moves a little goes half of the way, since noise is what went furthest; what moves far goes all of it at once. */
static uint16_t followed(uint16_t held, uint16_t count, uint16_t slack)
{
    /* Further than 8 slacks and 8, and half the way rounded up, in words alone; no way at all comes to where it was. */
    if ((uint16_t)(between(count, held) - 1u) >> 3 > slack) return count;
    return (uint16_t)((held | count) - (uint16_t)((held ^ count) >> 1));
}

/* Counts within the slack of those that were computed last change nothing; nor does what is shaken, or falls. */
static void derive_tilt(const cheir_tilt *tilt, cheir_tilt_state *state)
{
    uint16_t *into = &now_counts[U8(tilt->into)];
    uint16_t slack = U16(tilt->slack);
    uint8_t i;
    if (between(now_counts[U8(tilt->columns[0])], state->held[0]) > slack
        || between(now_counts[U8(tilt->columns[1])], state->held[1]) > slack
        || between(now_counts[U8(tilt->columns[2])], state->held[2]) > slack) {
        uint16_t away[3];
        uint8_t below[3];
        cheir_polar roll, pitch;
        for (i = 0; i != 3; i++) {
            state->held[i] = followed(state->held[i], now_counts[U8(tilt->columns[i])], slack);
            away[i] = axis_at(&tilt->axes[i], state->held[i], &below[i]);
        }
        roll = polar(away[1], below[1], away[2], below[2]);
        pitch = polar(away[0], (uint8_t)!below[0], roll.length, 0);
        if (between(pitch.length, ONE_G) <= U16(tilt->steady)) {
            state->pitch = (uint16_t)(pitch.angle - U16(tilt->rests[0]) + LEVEL_ANGLE);
            if (roll.length >= LEAST_ACROSS) state->roll = (uint16_t)(roll.angle - U16(tilt->rests[1]) + LEVEL_ANGLE);
        }
    }
    into[0] = state->pitch;
    into[1] = state->roll;
}

static void tilt_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(tilts); i++) derive_tilt(&IMAGE(tilts)[i], &STATE(tilts)[i]);
}

ALWAYS_SOUND(tilt)
CHANGES_BY_ITSELF(tilt)

#endif
