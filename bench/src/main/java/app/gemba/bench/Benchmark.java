package app.gemba.bench;

/** Measures one thing that can be slow, and the floor beside it, in one run. */
interface Benchmark {

  /**
   * What was measured.
   *
   * @param unit of both figures, such as "messages/s"
   */
  record Figures(double ours, double floor, String unit) {
    double ratio() {
      return ours / floor;
    }
  }

  /** What is measured against what, for the list of benchmarks. */
  String about();

  /** Measures; may take minutes. */
  Figures run() throws Exception;
}
