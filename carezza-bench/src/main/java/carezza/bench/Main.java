package carezza.bench;

/** {@code bench heal}: prints a table. */
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    String what = args.length == 0 ? "heal" : args[0];
    switch (what) {
      case "heal" -> HealBench.run();
      case "grow" -> GrowBench.run();
      case "passes" -> PassBench.run();
      default -> {
        System.err.println("No benchmark '" + what + "'; there are: heal, grow, passes.");
        System.exit(2);
      }
    }
  }
}
