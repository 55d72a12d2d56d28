package carezza.app;

import java.nio.file.Path;

/**
 * The user's own folders.
 *
 * @param data kept: recent pictures, the log, documents of pictures in folders that are read-only
 * @param cache what can be found again, and deleted at any time
 */
record UserFolders(Path data, Path cache) {
  private static final String NAME = "carezza";

  /** Those of the desktop (XDG Base Directory Specification). */
  static UserFolders ofDesktop() {
    return new UserFolders(
        folder("XDG_DATA_HOME", Path.of(".local", "share")),
        folder("XDG_CACHE_HOME", Path.of(".cache")));
  }

  private static Path folder(String variable, Path usual) {
    String set = System.getenv(variable);
    Path base =
        set == null || set.isBlank()
            ? Path.of(System.getProperty("user.home")).resolve(usual)
            : Path.of(set);
    return base.resolve(NAME);
  }

  /** All in one folder. */
  static UserFolders in(Path folder) {
    return new UserFolders(folder, folder.resolve("cache"));
  }
}
