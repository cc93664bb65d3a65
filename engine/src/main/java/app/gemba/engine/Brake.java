package app.gemba.engine;

/** The one control that stops every send, at once. Kept elsewhere; obeyed here. */
public final class Brake {
  private boolean on;

  /** Puts the brake on, or takes it off. */
  public synchronized void set(boolean toOn) {
    on = toOn;
    notifyAll();
  }

  /** Whether the brake is on. */
  public synchronized boolean isOn() {
    return on;
  }

  synchronized void awaitOff() throws InterruptedException {
    while (on) {
      wait();
    }
  }
}
