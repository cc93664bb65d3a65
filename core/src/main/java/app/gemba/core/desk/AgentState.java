package app.gemba.core.desk;

/** What an agent is doing. */
public enum AgentState {
  OFFLINE("offline"),
  BREAK("break"),
  READY("ready"),
  DIALLING("being dialled for"),
  RINGING("ringing"),
  TALKING("talking"),
  WRAP_UP("wrap-up");

  private final String words;

  AgentState(String words) {
    this.words = words;
  }

  /** It in words. */
  public String words() {
    return words;
  }

  /** Whether a line is open for the agent. */
  public boolean isOnTheLine() {
    return this == DIALLING || this == RINGING || this == TALKING;
  }
}
