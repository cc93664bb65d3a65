/**
 * What a channel brings to the spine that all share: its rules of numbers and agreement, its
 * content, its outcomes and its price. A further channel is added here.
 */
package app.gemba.core.channel;
