package carezza.bench;

import carezza.finder.NetFaceFinder;
import carezza.sitter.DemoJob;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/** The benchmarks by name; each prints a table. Also writes the demo job's documents anew. */
public final class Main {
  private Main() {}

  public static void main(String[] args) throws IOException {
    String what = args.length == 0 ? "heal" : args[0];
    switch (what) {
      case "heal" -> HealBench.run(List.of(args).subList(1, args.length));
      case "many" -> ManyHealsBench.run();
      case "grow" -> GrowBench.run();
      case "face" -> FaceBench.run(List.of(args).subList(1, args.length));
      case "poses" -> PoseBench.run(List.of(args).subList(1, args.length));
      case "clean" -> CleanBench.run(List.of(args).subList(1, args.length));
      case "even" -> EvenBench.run(List.of(args).subList(1, args.length));
      case "neutral" -> NeutralBench.run();
      case "passes" -> PassBench.run();
      case "speed" -> SpeedBench.run(List.of(args).subList(1, args.length));
      case "pages" -> pages(List.of(args).subList(1, args.length));
      case "faults" -> {
        if (!FaultBench.run(List.of(args).subList(1, args.length))) {
          System.exit(1);
        }
      }
      case "kernels" -> kernels();
      case "demo" -> DemoJob.write(Path.of(args[1]), new NetFaceFinder());
      default -> {
        System.err.println(
            "No benchmark '"
                + what
                + "'; there are: heal, many, grow, face, poses, clean, even, neutral, passes, speed, pages, faults, kernels.");
        System.exit(2);
      }
    }
    System.exit(0);
  }

  private static void pages(List<String> args) {
    Yardstick.call(
        () -> {
          PageBench.run(args);
          return null;
        });
  }

  private static void kernels() {
    try {
      new Runner(new OptionsBuilder().include(Kernels.class.getSimpleName()).build()).run();
    } catch (RunnerException e) {
      throw new IllegalStateException(e);
    }
  }
}
