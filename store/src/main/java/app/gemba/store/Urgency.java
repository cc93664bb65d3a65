package app.gemba.store;

/** In which order the writer takes what waits. */
public enum Urgency {
  /** The brake, and a person's no. */
  STOP,
  /** Claims and what networks say. */
  RUN,
  /** What people do on screens. */
  DESK,
  /** Imports and other long work, in small steps. */
  BULK
}
