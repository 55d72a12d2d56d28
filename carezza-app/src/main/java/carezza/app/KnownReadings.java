package carezza.app;

import carezza.engine.Engine;
import carezza.reading.Reading;
import carezza.sheet.RunSheet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The readings of sheets that were measured lately, of any picture. Thread-safe. */
final class KnownReadings {
  private static final int MOST = 60;

  private record Of(long source, RunSheet sheet) {}

  private final Map<Of, List<Reading>> known =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Of, List<Reading>> eldest) {
          return size() > MOST;
        }
      };

  synchronized Optional<List<Reading>> of(Engine engine, RunSheet sheet) {
    return Optional.ofNullable(known.get(new Of(engine.sourceHash(), sheet)));
  }

  synchronized void put(Engine engine, RunSheet sheet, List<Reading> readings) {
    known.put(new Of(engine.sourceHash(), sheet), List.copyOf(readings));
  }
}
