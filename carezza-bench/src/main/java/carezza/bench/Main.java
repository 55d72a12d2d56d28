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
      case "speed" -> SpeedBench.run(args.length > 1 ? Double.parseDouble(args[1]) : 24);
      default -> {
        System.err.println("No benchmark '" + what + "'; there are: heal, grow, passes, speed.");
        System.exit(2);
      }
    }
  }
}
