package app.gemba.core.voice;

/** Who or what has answered a call. */
public enum Answer {
  /** A person, who said a few words and waits. */
  PERSON,
  /** A machine, whose greeting goes on. */
  MACHINE,
  /** Nobody said anything. */
  SILENCE,
  /** The network says that the number is not in service. */
  OUT_OF_SERVICE
}
