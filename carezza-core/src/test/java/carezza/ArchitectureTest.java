package carezza;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.testng.annotations.Test;

/** Holds the order of the core's packages: each may use those before it, never those after. */
public class ArchitectureTest {
  private static final String[] ORDER = {
    "register",
    "image",
    "color",
    "geometry",
    "filter",
    "field",
    "setting",
    "face",
    "area",
    "region",
    "spot",
    "neutral",
    "reading",
    "pass",
    "sheet",
    "job",
    "engine",
    "screen"
  };
  private final JavaClasses core =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .importPackages("carezza");

  @Test
  public void packagesUseOnlyThoseBeforeThem() {
    var layers = layeredArchitecture().consideringOnlyDependenciesInLayers();
    for (String p : ORDER) {
      layers = layers.layer(p).definedBy("carezza." + p + "..");
    }
    for (int i = 0; i < ORDER.length; i++) {
      String[] later = java.util.Arrays.copyOfRange(ORDER, i + 1, ORDER.length);
      layers =
          later.length == 0
              ? layers.whereLayer(ORDER[i]).mayNotBeAccessedByAnyLayer()
              : layers.whereLayer(ORDER[i]).mayOnlyBeAccessedByLayers(later);
    }
    layers.check(core);
  }

  @Test
  public void coreKnowsNoWindowAndNoFile() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("javafx..", "java.awt..", "javax.imageio..", "java.nio.file..")
        .check(core);
  }
}
