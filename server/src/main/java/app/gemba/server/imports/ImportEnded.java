package app.gemba.server.imports;

/** An import has ended, wholly in or failed. */
public record ImportEnded(long id) {}
