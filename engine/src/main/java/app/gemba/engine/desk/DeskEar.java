package app.gemba.engine.desk;

/** What an agent's page is told. Must not wait: it is called from the thread of the line. */
public interface DeskEar {

  /** Something about the desk is other than before. */
  void changed();

  /** 20 ms of what the telephone hears, at 8 kHz. */
  void heard(short[] frame);
}
