package carezza.bench;

import java.util.List;

/** {@code bench heal}: prints a table. */
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    String what = args.length == 0 ? "heal" : args[0];
    switch (what) {
      case "heal" -> HealBench.run();
      case "grow" -> GrowBench.run();
      case "passes" -> PassBench.run();
      case "speed" -> SpeedBench.run(List.of(args).subList(1, args.length));
      default -> {
        System.err.println("No benchmark '" + what + "'; there are: heal, grow, passes, speed.");
        System.exit(2);
      }
    }
    System.exit(0);
  }
}
