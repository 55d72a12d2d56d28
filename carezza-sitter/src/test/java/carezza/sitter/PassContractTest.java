package carezza.sitter;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.EvaluationContext;
import carezza.pass.Frame;
import carezza.pass.FramingKind;
import carezza.pass.Pass;
import carezza.pass.PassKind;
import carezza.setting.Field;
import carezza.setting.ItemsField;
import carezza.setting.NumberField;
import carezza.setting.Settings;
import carezza.setting.Unit;
import carezza.sheet.Kinds;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.lang.reflect.Proxy;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Every registered kind holds the contract, and for each rule there is a kind that breaks it. */
public class PassContractTest {
  /** What they do is nearly gone in a level; their own tests hold what is left of it. */
  private static final Set<String> FINE = Set.of("noise");

  /** Those that change pixels; of the others {@link FramingContractTest} tells. */
  private static List<PassKind> acting() {
    return Kinds.all().stream().filter(k -> !(k instanceof FramingKind)).toList();
  }

  @DataProvider
  public Object[][] kindsAndRules() {
    List<Object[]> out = new ArrayList<>();
    for (PassKind k : acting()) {
      PassContract.rules().forEach(r -> out.add(new Object[] {k.key(), r}));
    }
    return out.toArray(Object[][]::new);
  }

  @Test(dataProvider = "kindsAndRules")
  public void kindHoldsRule(String kind, String rule) {
    assertThat(new PassContract(Kinds.of(kind)).broken(rule)).isEmpty();
  }

  @Test
  public void aSoundKindHoldsAllRules() {
    PassContract c = new PassContract(new Gain("sound"));
    PassContract.rules().forEach(r -> assertThat(c.broken(r)).as(r).isEmpty());
  }

  @DataProvider
  public Object[][] brokenKinds() {
    return new Object[][] {
      {
        "acts at every size",
        new Gain("never") {
          @Override
          public boolean touches(Pass p, Frame frame, Rect rect) {
            return rect.w() > 40;
          }
        },
        "did not act"
      },
      {
        "acts only where it says",
        new Gain("everywhere") {
          @Override
          public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
            super.apply(context, b, null);
          }
        },
        "where it does not act"
      },
      {
        "neutral, muted and nowhere change no bit",
        new Gain("never neutral") {
          @Override
          public Settings neutral() {
            return Settings.start(fields());
          }
        },
        "with neutral settings it changed"
      },
      {
        "tiles and threads give the same bits",
        new Gain("of its tile") {
          @Override
          public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
            super.apply(context, b, weight);
            if (weight == null || weight[b.size() / 2] > 0) {
              b.g()[b.size() / 2] *= 1.5f;
            }
          }
        },
        "other tiles"
      },
      {
        "a level is near the reduced picture",
        new Gain("of its level") {
          @Override
          float gain(EvaluationContext context, RgbBlock b) {
            return super.gain(context, b) * (1 + 0.2f * b.level());
          }
        },
        "level 1 stands"
      },
      {
        "bad settings are refused",
        new Gain("too strong") {
          @Override
          public double maxStrength() {
            return 5;
          }
        },
        "greatest strength"
      },
      {"settings survive document and journal", new Forgetful(), "read back"},
      {
        "what it is given is not written to",
        new Gain("greedy") {
          @Override
          public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
            super.apply(context, b, weight);
            if (weight != null) {
              weight[0] = 1 - weight[0];
            }
          }
        },
        "its mask is another"
      },
      {
        "only what it looks at matters",
        new Gain("looks aside") {
          @Override
          float gain(EvaluationContext context, RgbBlock b) {
            int x = Math.min(context.frame().bounds().w(), b.rect().right() + 60) - 1;
            Rect aside = new Rect(Math.max(0, x), 0, 1, 1);
            return super.gain(context, b) * (1 + context.below().read(0, aside).r()[0]);
          }
        },
        "does not say it looks at"
      },
      {
        "other settings, other tiles",
        new Gain("of one print") {
          @Override
          public long fingerprint(Pass p, Frame frame, Rect rect) {
            return 1;
          }
        },
        "a tile of other settings"
      },
      {
        "idle settings change no bit",
        new Gain("busy") {
          @Override
          public Set<Field<?>> idle(Pass p) {
            return Set.copyOf(fields());
          }
        },
        "times is said to be idle"
      },
      {
        "any light stays finite",
        new Gain("root") {
          @Override
          float gain(EvaluationContext context, RgbBlock b) {
            float sum = 0;
            for (float v : b.g()) {
              sum += (float) Math.sqrt(v);
            }
            return super.gain(context, b) + 0 * sum;
          }
        },
        "not finite"
      },
    };
  }

  @Test(dataProvider = "brokenKinds")
  public void ruleCatchesABrokenKind(String rule, PassKind kind, String says) {
    assertThat(new PassContract(kind).broken(rule)).contains(says);
  }

  /** Of every registered kind: left out on coarser levels, it is caught. */
  @Test(dataProvider = "kinds")
  public void theLevelRuleCanFailForEveryKind(String kind) {
    PassKind real = Kinds.of(kind);
    PassKind blind =
        (PassKind)
            Proxy.newProxyInstance(
                PassKind.class.getClassLoader(),
                new Class<?>[] {PassKind.class},
                (proxy, method, args) -> {
                  boolean coarse =
                      method.getName().equals("apply") && ((RgbBlock) args[1]).level() > 0;
                  return coarse ? null : method.invoke(real, args);
                });
    assertThat(new PassContract(blind).broken("a level is near the reduced picture"))
        .contains("level 1 stands");
  }

  @DataProvider
  public Object[][] kinds() {
    return acting().stream()
        .filter(k -> !FINE.contains(k.key()))
        .map(k -> new Object[] {k.key()})
        .toArray(Object[][]::new);
  }

  @Test
  public void everyRuleHasABrokenKind() {
    List<String> tried = new ArrayList<>();
    for (Object[] b : brokenKinds()) {
      tried.add((String) b[0]);
    }
    assertThat(tried).containsExactlyElementsOf(PassContract.rules());
  }

  /** Light times a number. */
  private static class Gain extends PlainKind {
    private static final NumberField TIMES = new NumberField("times", Unit.NONE, 0.5, 2, 1.2, 0.1);

    Gain(String key) {
      super(key);
    }

    @Override
    public List<Field<?>> fields() {
      return List.of(TIMES);
    }

    @Override
    public Settings neutral() {
      return Settings.start(fields()).with(TIMES, 1.0);
    }

    float gain(EvaluationContext context, RgbBlock b) {
      return (float) Math.pow(context.pass().get(TIMES), context.pass().strength());
    }

    @Override
    public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
      float gain = gain(context, b);
      float[] w = weight == null ? Plane.filled(b.rect(), 1).data() : weight;
      for (int i = 0; i < b.size(); i++) {
        float k = w[i] == 0 ? 1 : 1 + w[i] * (gain - 1);
        b.r()[i] *= k;
        b.g()[i] *= k;
        b.b()[i] *= k;
      }
    }
  }

  /** Its items are read back without what they are. */
  private static final class Forgetful extends PlainKind {
    private record Dot(long id, double x) implements carezza.setting.Item {}

    private static final ItemsField<Dot> DOTS =
        new ItemsField<>(
            "dots",
            Dot.class,
            new ItemsField.Form<>() {
              @Override
              public void addTo(carezza.image.Hash h, Dot d) {
                h.add(d.x);
              }

              @Override
              public ObjectNode write(Dot d) {
                return carezza.setting.Json.F.objectNode().put("id", d.id);
              }

              @Override
              public Dot read(JsonNode n) {
                return new Dot(n.path("id").asLong(), 0);
              }

              @Override
              public ObjectNode schema() {
                return carezza.setting.Json.type("object");
              }
            });

    Forgetful() {
      super("forgetful");
    }

    @Override
    public List<Field<?>> fields() {
      return List.of(DOTS);
    }

    @Override
    public Settings sample(Frame frame) {
      return Settings.start(fields()).with(DOTS, List.of(new Dot(1, 5)));
    }

    @Override
    public void apply(EvaluationContext context, RgbBlock b, float[] weight) {
      b.r()[0] *= 1.1f;
    }
  }
}
