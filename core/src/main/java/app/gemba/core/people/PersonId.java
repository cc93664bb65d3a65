package app.gemba.core.people;

/** The surrogate that stands for a person everywhere but in the one place of personal data. */
public record PersonId(long value) {}
