package carezza.app;

import static com.tngtech.archunit.base.DescribedPredicate.describe;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import carezza.pass.PassKind;
import carezza.pass.UnknownKind;
import carezza.region.RegionName;
import carezza.sheet.Kinds;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** No kind of pass is known by name or class outside its own package and the register. */
public class KindsStandAloneTest {
  private static final List<String> MODULES = List.of("core", "io", "face", "cli", "app");

  /** Form 1 of the document had a member of that name. */
  private static final Map<String, Set<String>> ALLOWED =
      Map.of("EarlierForm.java", Set.of("heals"), "MeasureCommand.java", Set.of("neutral"));

  private final JavaClasses all =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .importPackages("carezza");

  private static boolean isKind(JavaClass c) {
    return c.isAssignableTo(PassKind.class)
        && !c.isInterface()
        && !c.isEquivalentTo(UnknownKind.class);
  }

  @Test
  public void noClassOutsideDependsOnAKind() {
    noClasses()
        .that(
            describe(
                "stand outside the packages of kinds, the register and what ships with tests",
                c ->
                    !c.getPackageName()
                            .matches("carezza\\.pass\\..+|carezza\\.sitter|carezza\\.bench.*")
                        && !c.isEquivalentTo(Kinds.class)))
        .should()
        .dependOnClassesThat(describe("are kinds of pass", KindsStandAloneTest::isKind))
        .check(all);
    assertThat(all.stream().filter(KindsStandAloneTest::isKind).count()).isGreaterThan(5);
  }

  @Test
  public void noKindDependsOnOneOfAnotherPackage() {
    for (JavaClass kind : all) {
      if (isKind(kind)) {
        assertThat(kind.getDirectDependenciesFromSelf())
            .as(kind.getName())
            .noneMatch(
                d ->
                    isKind(d.getTargetClass())
                        && !d.getTargetClass().getPackageName().equals(kind.getPackageName()));
      }
    }
  }

  /** Regions and settings may be named like a kind; a kind's own name may not be written down. */
  @Test
  public void noKindIsNamedOutside() throws IOException {
    Map<String, String> found = new TreeMap<>();
    for (String m : MODULES) {
      try (Stream<Path> s = Files.walk(Path.of("../carezza-" + m + "/src/main/java"))) {
        for (Path f : s.filter(p -> p.toString().endsWith(".java")).toList()) {
          if (!f.toString().matches(".*/carezza/pass/\\w+/.*")) {
            named(f).forEach(k -> found.put(f.getFileName().toString(), k));
          }
        }
      }
    }
    assertThat(found).isEmpty();
  }

  private static List<String> named(Path file) throws IOException {
    String code = Files.readString(file);
    Set<String> allowed = ALLOWED.getOrDefault(file.getFileName().toString(), Set.of());
    return Kinds.all().stream()
        .map(PassKind::key)
        .filter(k -> RegionName.of(k).isEmpty() && !allowed.contains(k))
        .filter(k -> Pattern.compile("\"" + k + "\"").matcher(code).find())
        .toList();
  }
}
