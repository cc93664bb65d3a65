/** What a campaign says: merge text, SMS segments, words that mean stop. */
package app.gemba.core.content;
