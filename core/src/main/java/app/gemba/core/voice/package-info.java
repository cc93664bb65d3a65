/**
 * What a telephone line carries: 8 kHz sound as G.711 mu-law, keys pressed, call-progress tones,
 * and who or what has answered.
 */
package app.gemba.core.voice;
