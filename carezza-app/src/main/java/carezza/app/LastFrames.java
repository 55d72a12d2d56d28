package carezza.app;

import carezza.engine.LastingStore;
import carezza.image.Hash;
import carezza.io.DocumentStore;
import carezza.region.Regions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/**
 * How pictures looked when they were left, kept beyond the sitting, so that one that is turned to
 * is whole on the screen before its file is decoded. Known by the picture's file and by its
 * document and record as they lie on the disk: a picture whose passes were changed elsewhere, or
 * whose file was replaced, has no last frame. Thread-safe.
 */
final class LastFrames {
  private final LastingStore store;
  private final Path userData;
  private final Supplier<String> screen;
  private final Set<Long> kept = ConcurrentHashMap.newKeySet();

  /**
   * @param screen names what frames are encoded for
   */
  LastFrames(LastingStore store, Path userData, Supplier<String> screen) {
    this.screen = screen;
    this.store = store;
    this.userData = userData;
  }

  /** How a picture looked; empty when it is not known or something could not be read. */
  Optional<LastFrame> of(Path picture) {
    return key(picture).flatMap(store::read).flatMap(LastFrame::read);
  }

  /** Keeps how a picture looks that is left; its record lies on the disk. */
  void keep(Path picture, LastFrame frame) {
    key(picture).filter(kept::add).ifPresent(k -> store.write(k, frame.toBytes()));
  }

  private Optional<Long> key(Path picture) {
    try {
      DocumentStore files = DocumentStore.of(picture, userData);
      Hash h =
          new Hash()
              .add("last frame")
              .add(Regions.VERSION)
              .add(picture.toString())
              .add(screen.get());
      h.add(Files.size(picture)).add(Files.getLastModifiedTime(picture).toMillis());
      for (Path p : new Path[] {files.file(), files.journalFile()}) {
        h.add(Files.exists(p) ? Arrays.hashCode(Files.readAllBytes(p)) : 0);
        h.add(Files.exists(p) ? Files.size(p) : 0);
      }
      return Optional.of(h.get());
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
