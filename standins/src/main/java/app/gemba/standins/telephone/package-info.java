/**
 * A simulated telephone exchange: lines with real 8 kHz sound, and people and machines at their
 * other ends. Habits, shares and words are invented; they only need to be believable.
 */
package app.gemba.standins.telephone;
