/**
 * A simulated chat service behind HTTP and JSON of our own design: templates that are approved or
 * rejected, messages that are delivered and read, people who answer. Habits, shares and words are
 * invented; they only need to be believable.
 */
package app.gemba.standins.chat;
