package carezza.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import carezza.image.Hash;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Every type of field: check, fingerprint, document, journal. */
public class SettingsTest {
  private record Bead(long id, double size) implements Item {}

  private static final ItemsField<Bead> BEADS =
      new ItemsField<>(
          "beads",
          Bead.class,
          new ItemsField.Form<>() {
            @Override
            public void addTo(Hash h, Bead b) {
              h.add(b.size);
            }

            @Override
            public ObjectNode write(Bead b) {
              return Json.F.objectNode().put("id", b.id).put("size", b.size);
            }

            @Override
            public Bead read(JsonNode n) {
              return new Bead(n.path("id").asLong(), Json.number(n.path("size"), "size"));
            }

            @Override
            public ObjectNode schema() {
              return Json.type("object");
            }
          });

  private static final NumberField NUMBER = new NumberField("number", Unit.MM, -1, 3, 1, 0.1);
  private static final FlagField FLAG = new FlagField("flag", true);
  private static final ChoiceField CHOICE = new ChoiceField("choice", List.of("one", "two"));
  private static final ColourField COLOUR = new ColourField("colour", new Colour(50, 1, 2));
  private static final CurveField CURVE =
      new CurveField("curve", 0, 0, 10, 1, Curve.line(0, 0, 10, 1));
  private static final PlaceField PLACE = new PlaceField("place", 5);
  private static final List<Field<?>> ALL =
      List.of(NUMBER, FLAG, CHOICE, COLOUR, CURVE, PLACE, BEADS);

  /** A field, a legal value other than its start, and an illegal one where there can be one. */
  @DataProvider
  public Object[][] fields() {
    Curve bent =
        new Curve(List.of(new Curve.Knot(0, 0), new Curve.Knot(4, 0.9), new Curve.Knot(9, 1)));
    return new Object[][] {
      {NUMBER, -0.5, 3.5, "number = 3.5"},
      {FLAG, false, null, ""},
      {CHOICE, "two", "three", "choice = three"},
      {COLOUR, new Colour(0, -150, 9.5), new Colour(50, 151, 0), "colour = "},
      {CURVE, bent, Curve.line(0, 0, 11, 1), "curve = "},
      {PLACE, Optional.of(new Place(3, 4.5, 2)), null, ""},
      {
        BEADS,
        List.of(new Bead(4, 1), new Bead(2, 3)),
        List.of(new Bead(4, 1), new Bead(4, 2)),
        "beads"
      },
    };
  }

  @Test(dataProvider = "fields")
  public <T> void aValueIsCheckedWrittenReadAndFingerprinted(
      Field<T> f, T value, T bad, String says) throws Exception {
    assertThat(f.check(value)).isEqualTo(value);
    assertThat(f.start()).isNotEqualTo(value);
    String text = f.write(value).toString();
    assertThat(f.read(new ObjectMapper().readTree(text))).isEqualTo(value);
    assertThat(hash(f, value)).isNotEqualTo(hash(f, f.start()));
    JsonNode delta = f.delta(f.start(), value);
    assertThat(f.applied(f.start(), delta)).isEqualTo(value);
    assertThat(f.applied(value, delta)).as("idempotent").isEqualTo(value);
    assertThat(f.schema().isEmpty()).isFalse();
    if (bad != null) {
      assertThatThrownBy(() -> f.check(bad)).hasMessageContaining(says);
    }
    Settings s = Settings.start(ALL).with(f, value);
    assertThat(Settings.read(ALL, s.write())).isEqualTo(s);
    assertThat(Settings.start(ALL).applied(s.delta(Settings.start(ALL)))).isEqualTo(s);
    assertThat(s.delta(s).isEmpty()).isTrue();
    assertThat(s.fingerprint()).isNotEqualTo(Settings.start(ALL).fingerprint());
  }

  private static <T> long hash(Field<T> f, T value) {
    Hash h = new Hash();
    f.addTo(h, value);
    return h.get();
  }

  @Test
  public void anotherFormIsRefusedByName() {
    JsonNode word = Json.F.textNode("much");
    JsonNode number = Json.F.numberNode(3);
    assertThatThrownBy(() -> NUMBER.read(word)).hasMessageContaining("number is not a number");
    assertThatThrownBy(() -> FLAG.read(number)).hasMessageContaining("flag");
    assertThatThrownBy(() -> CHOICE.read(number)).hasMessageContaining("choice");
    assertThatThrownBy(() -> COLOUR.read(number)).hasMessageContaining("colour");
    assertThatThrownBy(() -> PLACE.read(word)).hasMessageContaining("place");
    assertThatThrownBy(() -> NUMBER.check(Double.NaN)).hasMessageContaining("NaN");
    assertThatThrownBy(() -> Settings.start(ALL).with(new FlagField("other", true), true))
        .hasMessageContaining("other");
    assertThatThrownBy(() -> Settings.start(List.of(FLAG, new FlagField("flag", false))))
        .hasMessageContaining("flag");
  }

  @Test
  public void whatIsNotKnownStaysBesideWhatIs() {
    ObjectNode o = Settings.start(ALL).write();
    o.put("glow", 3).putArray("rays").add(1);
    Settings s = Settings.read(ALL, o);
    assertThat(s.with(NUMBER, 2.0).write().path("glow").asInt()).isEqualTo(3);
    assertThat(s.extra().get("rays").size()).isEqualTo(1);
    assertThat(s).isNotEqualTo(Settings.start(ALL));
    assertThat(s.fingerprint()).as("acts as nothing").isEqualTo(Settings.start(ALL).fingerprint());
  }

  /** Any list becomes any other by a delta that holds what is new, whatever the order. */
  @Test
  public void deltasOfListsLeadFromAnyListToAnyOther() {
    Random r = new Random(5);
    for (int i = 0; i < 300; i++) {
      List<Bead> a = beads(r);
      List<Bead> b = new ArrayList<>(beads(r));
      if (i % 3 == 0) {
        Collections.shuffle(b, r);
      }
      JsonNode delta = BEADS.delta(a, b);
      assertThat(BEADS.applied(a, delta)).isEqualTo(b);
      assertThat(BEADS.applied(b, delta)).isEqualTo(b);
    }
    List<Bead> many = new ArrayList<>();
    for (int i = 1; i <= 500; i++) {
      many.add(new Bead(i, i));
    }
    List<Bead> more = new ArrayList<>(many);
    more.set(200, new Bead(201, -7));
    more.remove(100);
    more.add(new Bead(900, 1));
    assertThat(BEADS.delta(many, more).toString().length()).isLessThan(150);
    assertThat(BEADS.nextId(more)).isEqualTo(901);
  }

  private static List<Bead> beads(Random r) {
    List<Bead> out = new ArrayList<>();
    for (int id = 1; id <= 8; id++) {
      if (r.nextBoolean()) {
        out.add(new Bead(id, r.nextInt(3)));
      }
    }
    return out;
  }

  /** Through its knots, never beyond them, rising where they rise. */
  @Test
  public void aCurveGoesThroughItsKnotsAndNotBeyond() {
    Random r = new Random(8);
    for (int i = 0; i < 100; i++) {
      List<Curve.Knot> knots = new ArrayList<>();
      double x = 0;
      double y = 0;
      for (int k = 0; k < 6; k++) {
        knots.add(new Curve.Knot(x, y));
        x += 0.1 + r.nextDouble();
        y += r.nextInt(3) * r.nextDouble();
      }
      Curve c = new Curve(knots);
      double last = -1;
      for (double at = -0.5; at < x + 0.5; at += 0.01) {
        double v = c.at(at);
        assertThat(v).isGreaterThanOrEqualTo(last - 1e-12);
        last = v;
      }
      for (Curve.Knot k : knots) {
        assertThat(c.at(k.x())).isCloseTo(k.y(), org.assertj.core.data.Offset.offset(1e-9));
      }
    }
    assertThatThrownBy(() -> Curve.line(1, 0, 1, 1)).hasMessageContaining("must rise");
    assertThatThrownBy(() -> new Curve(List.of())).hasMessageContaining("two or more");
  }

  /** Documents from before a field are written as they were; a value in it is kept. */
  @Test
  public void whatCameLaterIsLeftOutAtItsStart() {
    NumberField later = new NumberField("later", Unit.PERCENT, 0, 100, 0, 1).later();
    List<Field<?>> fields = List.of(NUMBER, later);
    Settings start = Settings.start(fields);
    assertThat(start.write()).isEqualTo(Settings.start(List.of(NUMBER)).write());
    assertThat(Settings.read(fields, start.write())).isEqualTo(start);
    Settings set = start.with(later, 30.0);
    assertThat(Settings.read(fields, set.write())).isEqualTo(set);
    assertThat(start.applied(set.delta(start))).isEqualTo(set);
    assertThat(set.applied(start.delta(set))).as("and back").isEqualTo(start);
  }
}
