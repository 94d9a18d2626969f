package keepshelf.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.GeneralCodingRules;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.NullMarked;
import org.junit.jupiter.api.Test;

class ModuleRulesTest {
  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("keepshelf.core");

  @Test
  void theShelfKnowsNoWindowsAndPrintsNothing() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "javafx..",
            "javax.swing..",
            "java.awt..",
            "keepshelf.desktop..",
            "keepshelf.cli..",
            "keepshelf.standins..",
            "keepshelf.demo..")
        .check(CLASSES);
    GeneralCodingRules.NO_CLASSES_SHOULD_ACCESS_STANDARD_STREAMS.check(CLASSES);
  }

  @Test
  void sqlStaysInTheStore() {
    noClasses()
        .that()
        .resideOutsideOfPackage("keepshelf.core.store..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("java.sql..", "org.jdbi..", "org.sqlite..", "org.flywaydb..")
        .check(CLASSES);
  }

  /**
   * All packages from the ground up: each uses only what stands before it. Whoever adds one gives
   * it its place here.
   */
  private static final List<String> ORDER =
      List.of(
          "words",
          "model",
          "disk",
          "problem",
          "json",
          "folder",
          "journal",
          "recognise.found",
          "recognise.names",
          "inspect",
          "recognise.document",
          "recognise.model",
          "recognise.sets",
          "recognise.pixels",
          "recognise",
          "catalogue.kin",
          "catalogue.made",
          "catalogue.setup",
          "catalogue",
          "records",
          "store",
          "bin",
          "archive",
          "licensing",
          "versions",
          "intake",
          "check",
          "edit",
          "exchange",
          "search",
          "format",
          "format.gltf",
          "format.materialx",
          "format.mtl",
          "format.template",
          "format.usd",
          "finish",
          "measure",
          "preview",
          "duplicates",
          "likeness",
          "projects",
          "report",
          "trace",
          "sources.web",
          "sources.owned",
          "sources.order",
          "sources.feed",
          "sources",
          "sources.fetch",
          "install.profile",
          "install.folder",
          "install.measure",
          "making.mend",
          "making.stuff",
          "making",
          "bench",
          "install.plan",
          "install.convert",
          "install.document",
          "install.place",
          "install.prove",
          "install",
          "");

  @Test
  void dataFlowsOneWay() {
    assertThat(upward("keepshelf.core", ORDER, CLASSES)).isEmpty();
  }

  /** What may be null is said in every package, so that the build can check it. */
  @Test
  void everyPackageIsCheckedForNulls() {
    assertThat(ORDER)
        .allSatisfy(room -> {
          String name = room.isEmpty() ? "keepshelf.core" : "keepshelf.core." + room;
          assertThat(Class.forName(name + ".package-info")).hasAnnotation(NullMarked.class);
        });
  }

  /** Uses of what stands higher, and packages that have no place in {@code order}. */
  static Set<String> upward(String root, List<String> order, JavaClasses classes) {
    Set<String> found = new TreeSet<>();
    for (JavaClass c : classes) {
      int own = order.indexOf(below(root, c));
      if (own < 0) {
        found.add(c.getPackageName() + " has no place");
      }
      c.getDirectDependenciesFromSelf().stream()
          .map(Dependency::getTargetClass)
          .filter(t -> t.getPackageName().startsWith(root))
          .filter(t -> order.indexOf(below(root, t)) > own)
          .forEach(t -> found.add(c.getName() + " uses " + t.getName()));
    }
    return found;
  }

  private static String below(String root, JavaClass c) {
    return c.getPackageName().equals(root) ? "" : c.getPackageName().substring(root.length() + 1);
  }
}
