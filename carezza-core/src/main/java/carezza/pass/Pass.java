package carezza.pass;

import carezza.area.Area;
import carezza.image.Hash;
import carezza.setting.Extra;
import carezza.setting.Field;
import carezza.setting.Item;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.setting.Place;
import carezza.setting.PlaceField;
import carezza.setting.Settings;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * One re-editable edit. Immutable; every change makes a new one.
 *
 * @param id unique in its run sheet, kept through changes
 * @param kind what it does
 * @param settings a value for each of the kind's fields
 * @param area where it acts
 * @param strength 0 to the kind's maximum; 1 is 100 %
 * @param on muted when false
 * @param name given by hand, as {@code left hand}; empty for that of its kind
 * @param extra what a newer version knows of it beside these
 */
public record Pass(
    long id,
    PassKind kind,
    Settings settings,
    Area area,
    double strength,
    boolean on,
    String name,
    Extra extra) {
  /** Letters of a name. */
  public static final int LONGEST_NAME = 24;

  public Pass {
    if (!settings.fields().equals(kind.fields())) {
      throw new IllegalArgumentException(kind.key() + " has other settings than those given");
    }
    if (!(strength >= 0 && strength <= kind.maxStrength())) {
      throw new IllegalArgumentException(
          "strength = " + strength + ", must be in [0, " + kind.maxStrength() + "]");
    }
    if (name.length() > LONGEST_NAME) {
      throw new IllegalArgumentException(
          "name of " + name.length() + " letters, must be at most " + LONGEST_NAME);
    }
  }

  /** A new pass of a kind at its starting settings. */
  public static Pass start(long id, PassKind kind, Area area) {
    return new Pass(id, kind, Settings.start(kind.fields()), area, 1, true, "", Extra.NONE);
  }

  /** The value of a setting. */
  public <T> T get(Field<T> f) {
    return settings.get(f);
  }

  public <T> Pass with(Field<T> f, T value) {
    return withSettings(settings.with(f, value));
  }

  /** The value of a number by its name. */
  public double value(String key) {
    return get(number(key));
  }

  /** With a number set by its name. */
  public Pass with(String key, double value) {
    return with(number(key), value);
  }

  /** With a place set by its name. */
  public Pass withPlace(String key, Place place) {
    if (settings.field(key) instanceof PlaceField f) {
      return with(f, Optional.of(place));
    }
    throw new IllegalArgumentException("setting '" + key + "' is no place");
  }

  private NumberField number(String key) {
    if (settings.field(key) instanceof NumberField f) {
      return f;
    }
    throw new IllegalArgumentException("setting '" + key + "' is no number");
  }

  /** All things of a type in lists of its settings. */
  public <I> List<I> items(Class<I> type) {
    return settings.items(type).toList();
  }

  /** The pass without one of the things in its lists. */
  public Pass without(Item item) {
    Pass out = this;
    for (Field<?> f : kind.fields()) {
      if (f instanceof ItemsField<?> list) {
        out = without(out, list, item);
      }
    }
    return out;
  }

  private static <I extends Item> Pass without(Pass p, ItemsField<I> list, Item item) {
    return p.with(list, p.get(list).stream().filter(i -> !i.equals(item)).toList());
  }

  public Pass withSettings(Settings s) {
    return new Pass(id, kind, s, area, strength, on, name, extra);
  }

  public Pass withArea(Area a) {
    return new Pass(id, kind, settings, a, strength, on, name, extra);
  }

  public Pass withArea(UnaryOperator<Area> how) {
    return withArea(how.apply(area));
  }

  public Pass withStrength(double s) {
    return new Pass(id, kind, settings, area, s, on, name, extra);
  }

  public Pass withOn(boolean o) {
    return new Pass(id, kind, settings, area, strength, o, name, extra);
  }

  /** Under a name of its own, cut to what fits; empty for that of its kind. */
  public Pass withName(String n) {
    String fits = n.strip().substring(0, Math.min(LONGEST_NAME, n.strip().length()));
    return new Pass(id, kind, settings, area, strength, on, fits, extra);
  }

  public Pass withId(long newId) {
    return new Pass(newId, kind, settings, area, strength, on, name, extra);
  }

  /** Whether a newer version set something of it that this one leaves as it is. */
  public boolean isPartlyUnknown() {
    return !extra.isEmpty() || !settings.extra().isEmpty() || area.isPartlyUnknown();
  }

  /** Fingerprint of kind and settings: what an analysis of this pass depends on. */
  public long settingsHash() {
    return new Hash().add(kind.key()).add(settings.fingerprint()).get();
  }
}
