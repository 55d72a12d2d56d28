package carezza.bench;

import carezza.sitter.fault.DocumentFaults;
import carezza.sitter.fault.FaultTable;
import carezza.sitter.fault.KillFaults;
import carezza.sitter.fault.PictureFaults;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * {@code faults [N]}: N trials of damage, by seeds that the tests do not use, and N / 100 kills,
 * with a table of what came of each; and exports read by other decoders.
 */
final class FaultBench {
  private static final int USUAL = 20_000;
  private static final long FIRST_SEED = 1_000_000;

  private FaultBench() {}

  /** Whether nothing failed. */
  static boolean run(List<String> args) throws IOException {
    int n = args.isEmpty() ? USUAL : Integer.parseInt(args.get(0));
    Path dir = Files.createTempDirectory("carezza-faults");
    FaultTable table = new FaultTable();
    PictureFaults pictures = new PictureFaults(Files.createDirectory(dir.resolve("pictures")));
    DocumentFaults documents = new DocumentFaults(Files.createDirectory(dir.resolve("documents")));
    KillFaults kills = new KillFaults(Files.createDirectory(dir.resolve("kills")));
    for (int i = 0; i < n; i++) {
      long seed = FIRST_SEED + i;
      switch (i % 5) {
        case 0 -> pictures.damaged(seed, table);
        case 1 -> pictures.cut(seed, table);
        case 2 -> pictures.profile(seed, table);
        case 3 -> documents.document(seed, table);
        default -> documents.journal(seed, table);
      }
    }
    try {
      for (int i = 0; i < n / 100; i++) {
        kills.kill(FIRST_SEED + i, table);
      }
      kills.twoWriters(FIRST_SEED, Math.max(1, n / 100), table);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    System.out.print(table);
    boolean back = ExportBench.run(Files.createDirectory(dir.resolve("exports")));
    return back && table.failures().isEmpty();
  }
}
