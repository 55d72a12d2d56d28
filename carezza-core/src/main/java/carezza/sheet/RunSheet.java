package carezza.sheet;

import carezza.area.Area;
import carezza.face.FaceMap;
import carezza.geometry.Framing;
import carezza.image.Rect;
import carezza.pass.FramingKind;
import carezza.pass.Pass;
import carezza.reading.Saliency;
import carezza.region.RegionName;
import carezza.region.SitterRegion;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Everything that is decided about one picture: its face map, its named regions and its passes,
 * first applied first. Immutable.
 *
 * @param faceMap eye pins and scale, empty until pinned
 * @param areas named regions as far as they were pointed out or edited
 * @param passes in the order they are applied
 * @param leftAlone places that draw the eye and were waved away
 */
public record RunSheet(
    Optional<FaceMap> faceMap,
    NamedAreas areas,
    List<Pass> passes,
    List<Saliency.Place> leftAlone) {
  public static final RunSheet EMPTY =
      new RunSheet(Optional.empty(), NamedAreas.NONE, List.of(), List.of());

  public RunSheet {
    passes = List.copyOf(passes);
    leftAlone = List.copyOf(leftAlone);
    if (passes.stream().map(Pass::id).distinct().count() != passes.size()) {
      throw new IllegalArgumentException("two passes have the same id");
    }
  }

  /**
   * @throws IllegalArgumentException when an area is made from itself or two passes have one id
   */
  public RunSheet(
      Optional<FaceMap> faceMap,
      Map<String, Area> regions,
      List<Pass> passes,
      List<Saliency.Place> leftAlone) {
    this(faceMap, new NamedAreas(regions), passes, leftAlone);
  }

  /** Named regions as far as they were pointed out or edited. */
  public Map<String, Area> regions() {
    return areas.byName();
  }

  public RunSheet withFaceMap(FaceMap map) {
    return new RunSheet(Optional.of(map), areas, passes, leftAlone);
  }

  public RunSheet withRegion(String name, Area area) {
    return new RunSheet(faceMap, areas.with(name, area), passes, leftAlone);
  }

  public RunSheet withPasses(List<Pass> list) {
    return new RunSheet(faceMap, areas, list, leftAlone);
  }

  /** With a place that draws the eye waved away. */
  public RunSheet leaving(Saliency.Place place) {
    List<Saliency.Place> all = new ArrayList<>(leftAlone);
    all.add(place);
    return new RunSheet(faceMap, areas, passes, all);
  }

  /** A region as it was pointed out or edited, else as it is found from the face map, else none. */
  public Area region(String name) {
    boolean named = RegionName.of(name).isPresent() || SitterRegion.number(name).isPresent();
    boolean canBeFound = named && faceMap.filter(m -> !m.faces().isEmpty()).isPresent();
    return regions().getOrDefault(name, canBeFound ? Area.found(name) : Area.NONE);
  }

  public Optional<Pass> pass(long id) {
    return passes.stream().filter(p -> p.id() == id).findFirst();
  }

  public int indexOf(long id) {
    for (int i = 0; i < passes.size(); i++) {
      if (passes.get(i).id() == id) {
        return i;
      }
    }
    return -1;
  }

  public long nextId() {
    return passes.stream().mapToLong(Pass::id).max().orElse(0) + 1;
  }

  /** The sheet with a pass replaced; the same sheet when the pass is not in it. */
  public RunSheet change(long id, UnaryOperator<Pass> how) {
    return withPasses(passes.stream().map(p -> p.id() == id ? how.apply(p) : p).toList());
  }

  public RunSheet without(long id) {
    return withPasses(passes.stream().filter(p -> p.id() != id).toList());
  }

  /** Adds a pass after the last pass of its own or an earlier stage. */
  public RunSheet add(Pass pass) {
    int at = 0;
    for (int i = 0; i < passes.size(); i++) {
      if (passes.get(i).kind().stage().compareTo(pass.kind().stage()) <= 0) {
        at = i + 1;
      }
    }
    List<Pass> list = new ArrayList<>(passes);
    list.add(at, pass);
    return withPasses(list);
  }

  /** Adds a copy right after the original, under a new id. */
  public RunSheet duplicate(long id) {
    int i = indexOf(id);
    List<Pass> list = new ArrayList<>(passes);
    list.add(i + 1, passes.get(i).withId(nextId()));
    return withPasses(list);
  }

  /** What of the picture is shown and written, and how it lies. */
  public Framing framing(Rect source) {
    return framing(source, passes.size());
  }

  /** The canvas that a pass is laid on. */
  public Framing framingBelow(long id, Rect source) {
    return framing(source, Math.max(0, indexOf(id)));
  }

  private Framing framing(Rect source, int end) {
    Framing out = Framing.of(source);
    for (boolean ground : new boolean[] {true, false}) {
      for (Pass p : ground ? passes : passes.subList(0, end)) {
        if (p.on() && p.kind() instanceof FramingKind k && k.isGround() == ground) {
          out = k.framed(p, out);
        }
      }
    }
    return out;
  }

  /** Whether a pass may be moved up (-1) or down (+1): within its stage only. */
  public boolean canMove(long id, int by) {
    int i = indexOf(id);
    int j = i + by;
    return i >= 0
        && j >= 0
        && j < passes.size()
        && passes.get(i).kind().stage() == passes.get(j).kind().stage();
  }

  public RunSheet move(long id, int by) {
    if (!canMove(id, by)) {
      return this;
    }
    List<Pass> list = new ArrayList<>(passes);
    Collections.swap(list, indexOf(id), indexOf(id) + by);
    return withPasses(list);
  }

  /** The sheet with the passes that {@code mute} takes muted. */
  public RunSheet muting(java.util.function.Predicate<Pass> mute) {
    return withPasses(passes.stream().map(p -> mute.test(p) ? p.withOn(false) : p).toList());
  }
}
