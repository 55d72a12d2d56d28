package carezza.app;

import static org.assertj.core.api.Assertions.assertThat;

import carezza.pass.PassGroup;
import carezza.pass.PassKind;
import carezza.pass.Summary;
import carezza.reading.ReadingKind;
import carezza.reading.Readings;
import carezza.screen.check.CheckViews;
import carezza.setting.Field;
import carezza.setting.ItemsField;
import carezza.setting.PlaceField;
import carezza.sheet.Kinds;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** Every word comes from the bundle, none is missing and none is left over. */
public class WordsTest {
  private static final Path SOURCES = Path.of("src/main/java/carezza/app");

  /** Keys put together at run time. */
  private static final Set<String> FAMILIES =
      Set.of(
          "failure.",
          "stage.",
          "kind.",
          "choice.",
          "hues.",
          "does.",
          "group.",
          "command.",
          "menu.",
          "joint.",
          "step.",
          "tally.",
          "seen.",
          "start.",
          "unit.",
          "status.",
          "parameter.",
          "reading.",
          "caution.",
          "cannot.",
          "place.",
          "tool.",
          "next.",
          "look.",
          "point.",
          "region.",
          "action.",
          "export.",
          "join.",
          "joined.",
          "extent.",
          "draw.",
          "looking.",
          "keys.",
          "area.",
          "items.",
          "finding.",
          "offer.",
          "review.",
          "weigh.",
          "first.",
          "sum.",
          "colour.");

  private static String sources() throws IOException {
    try (Stream<Path> s = Files.walk(SOURCES)) {
      StringBuilder all = new StringBuilder();
      for (Path p : s.filter(f -> f.toString().endsWith(".java")).sorted().toList()) {
        all.append(Files.readString(p)).append('\n');
      }
      return all.toString();
    }
  }

  @Test
  public void everyKeyInTheCodeIsInTheBundle() throws IOException {
    Matcher m = Pattern.compile("Words\\.of\\(\\s*\"([^\"]+)\"\\s*[,)]").matcher(sources());
    Set<String> missing = new TreeSet<>();
    int n = 0;
    while (m.find()) {
      n++;
      if (!Words.has(m.group(1))) {
        missing.add(m.group(1));
      }
    }
    assertThat(n).isGreaterThan(30);
    assertThat(missing).isEmpty();
  }

  @Test
  public void everyKindParameterAndKeyHasItsWords() {
    for (PassKind k : Kinds.all()) {
      assertThat(Words.of("kind." + k.key())).isNotBlank();
      assertThat(Words.of("does." + k.key())).isNotBlank();
      for (PassGroup g : k.groups()) {
        assertThat(Words.of("group." + g.key())).isNotBlank();
        assertThat(Words.of("group." + g.key() + ".does")).isNotBlank();
        assertThat(KindWords.name(g, k)).contains(KindWords.name(k));
      }
      for (Field<?> f : k.fields()) {
        if (f instanceof ItemsField) {
          assertThat(Words.of("items." + f.key(), 2)).isNotBlank();
          if (!f.isLater()) {
            assertThat(Words.of("items.hint." + f.key())).isNotBlank();
          }
          for (String how : new String[] {"added", "removed", "moved"}) {
            assertThat(Words.of("step." + f.key() + "." + how, 3, 1)).isNotBlank();
          }
        } else if (!(f instanceof PlaceField p) || !p.isSetByAction()) {
          assertThat(Words.of("parameter." + f.key())).isNotBlank();
        }
      }
      k.actions().forEach(a -> assertThat(Words.of("action." + a.key())).isNotBlank());
      if (!k.nextStep().isEmpty()) {
        assertThat(Words.of(k.nextStep())).isNotBlank();
      }
    }
    Keys.HELD.values().forEach(v -> assertThat(Words.of(v)).isNotBlank());
    CheckViews.all().forEach(v -> assertThat(Words.of("look." + v.key())).isNotBlank());
  }

  @Test
  public void numbersAreWrittenAsAPersonWould() {
    assertThat(KindWords.of(new Summary("sum.blotch", -0.3))).isEqualTo("blotch 0 %");
    assertThat(KindWords.of(new Summary("sum.blotch", -38.2))).isEqualTo("blotch \u221238 %");
    assertThat(KindWords.of(new Summary("sum.neutral", 12, -0.001)))
        .isEqualTo("+12 mired, 0.00 stop");
  }

  /** What a pass can cause has a sentence; what is reported only has none to have. */
  @Test
  public void everyReadingHasItsWords() {
    for (ReadingKind k : Readings.all()) {
      assertThat(Words.of("reading." + k.key())).isNotBlank();
      if (k.isCaused()) {
        assertThat(Words.of("caution." + k.key() + ".high")).isNotBlank();
      }
    }
    for (PassKind k : Kinds.all()) {
      assertThat(k.affects())
          .allSatisfy(name -> assertThat(Readings.find(name)).as(name).isPresent());
    }
  }

  @Test
  public void noKeyIsLeftOver() throws IOException {
    String code = sources();
    Set<String> named =
        Stream.of((code + core()).toLowerCase(Locale.ROOT).split("\\W+"))
            .collect(Collectors.toSet());
    Set<String> unused =
        ownKeys().stream()
            .filter(k -> !code.contains('"' + k + '"'))
            .filter(k -> !isMember(k, named))
            .collect(Collectors.toCollection(TreeSet::new));
    assertThat(unused).isEmpty();
    assertThat(isMember("action.nonsuch", named)).isFalse();
    assertThat(isMember("nonsuch.open", named)).isFalse();
  }

  /** Keys of Carezza's own bundle. */
  private static Set<String> ownKeys() throws IOException {
    Properties own = new Properties();
    try (InputStream in = Words.class.getResourceAsStream("words.properties")) {
      own.load(in);
    }
    return own.stringPropertyNames();
  }

  /** Whether a key belongs to a family and every part of its end is named in the code. */
  private static boolean isMember(String key, Set<String> named) {
    String family = key.substring(0, key.indexOf('.') + 1);
    return FAMILIES.contains(family)
        && Stream.of(key.substring(family.length()).toLowerCase(Locale.ROOT).split("\\."))
            .allMatch(named::contains);
  }

  /** Names of kinds, readings, places and reasons come from the core. */
  private static String core() throws IOException {
    try (Stream<Path> s = Files.walk(Path.of("../carezza-core/src/main"))) {
      StringBuilder all = new StringBuilder();
      for (Path p : s.filter(Files::isRegularFile).sorted().toList()) {
        all.append(Files.readString(p)).append('\n');
      }
      return all.toString();
    }
  }

  @Test
  public void viewsHoldNoLiteralText() throws IOException {
    Matcher m =
        Pattern.compile(
                "(?:new (?:Label|Button|MenuItem|ToggleButton)|setText|setTitle)\\(\\s*\"([^\"]+)\"")
            .matcher(sources());
    Set<String> literal = new TreeSet<>();
    while (m.find()) {
      literal.add(m.group(1));
    }
    assertThat(literal).isEmpty();
  }
}
