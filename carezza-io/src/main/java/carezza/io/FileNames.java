package carezza.io;

import carezza.image.Hash;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Names of files that lie beside a picture: as long as a file system takes, and free. */
final class FileNames {
  /** Most bytes of a name on the common file systems. */
  private static final int LONGEST = 255;

  private FileNames() {}

  /**
   * A name and an ending. Where both are too long together, the name is cut off at a whole
   * character and a number that stands for all of it goes in between.
   */
  static String fitting(String name, String ending) {
    if (bytes(name) + bytes(ending) <= LONGEST) {
      return name + ending;
    }
    String mark = "~" + Long.toHexString(new Hash().add(name).get()) + ending;
    int end = name.length();
    while (bytes(name.substring(0, end)) + bytes(mark) > LONGEST) {
      end = name.offsetByCodePoints(end, -1);
    }
    return name.substring(0, end) + mark;
  }

  private static int bytes(String s) {
    return s.getBytes(StandardCharsets.UTF_8).length;
  }

  /**
   * A file beside another with {@code -1}, {@code -2} ... in its ending, the first that is free.
   */
  static Path free(Path beside, String ending) {
    for (int i = 1; ; i++) {
      String name = beside.getFileName().toString();
      Path p = beside.resolveSibling(fitting(name, "." + ending + "-" + i));
      if (!Files.exists(p)) {
        return p;
      }
    }
  }
}
