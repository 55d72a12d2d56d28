package carezza.app;

import carezza.io.AtomicFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The pictures opened last, newest first, kept in the user's own data folder. */
public final class Recent {
  private static final int MOST = 24;

  private final Path file;
  private final List<Path> list = new ArrayList<>();

  Recent(Path userData) {
    file = userData.resolve("recent.txt");
    try {
      for (String line : Files.readAllLines(file)) {
        if (!line.isBlank() && Files.exists(Path.of(line))) {
          list.add(Path.of(line));
        }
      }
    } catch (IOException | RuntimeException e) {
      list.clear();
    }
  }

  List<Path> list() {
    return List.copyOf(list);
  }

  /** Of each job, a folder of pictures, the picture opened last. */
  List<Path> jobs() {
    Map<Path, Path> jobs = new LinkedHashMap<>();
    list.forEach(p -> jobs.putIfAbsent(p.toAbsolutePath().getParent(), p));
    return List.copyOf(jobs.values());
  }

  /** The folder that a picture lies in. */
  public static String job(Path p) {
    Path folder = p.toAbsolutePath().getParent();
    return folder == null || folder.getFileName() == null ? "" : folder.getFileName().toString();
  }

  void add(Path p) {
    list.remove(p);
    list.add(0, p);
    while (list.size() > MOST) {
      list.remove(list.size() - 1);
    }
    try {
      Files.createDirectories(file.getParent());
      AtomicFile.write(file, t -> Files.write(t, list.stream().map(Path::toString).toList()));
    } catch (IOException e) {
      // A list of recent pictures that cannot be kept is no reason to disturb.
      return;
    }
  }
}
