package keepshelf.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ModuleRulesTest {
  private static final String ROOT = "keepshelf.desktop";

  /** All packages from the ground up: each uses only what stands before it. */
  private static final List<String> ORDER =
      List.of(
          "words",
          "work",
          "kit",
          "shell",
          "help",
          "facts",
          "making",
          "ensemble",
          "mend",
          "photo",
          "bench.state",
          "bench.settings",
          "bench",
          "shelf",
          "likeness",
          "arrivals",
          "duplicates",
          "hosts",
          "projects",
          "sources",
          "upkeep",
          "");

  @Test
  void placesAreBuiltFromTheGroundUp() {
    Set<String> upward = new TreeSet<>();
    for (var c :
        new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages(ROOT)) {
      int own = place(c.getPackageName());
      assertThat(own).as(c.getPackageName() + " has no place in the order").isNotNegative();
      c.getDirectDependenciesFromSelf().stream()
          .map(Dependency::getTargetClass)
          .filter(t -> t.getPackageName().startsWith(ROOT) && place(t.getPackageName()) > own)
          .forEach(t -> upward.add(c.getName() + " uses " + t.getName()));
    }
    assertThat(upward).isEmpty();
  }

  /** Of all modules: who looks for something in a package sees all of it at once. */
  @Test
  void noPackageHoldsMoreThanTwentyFiles() throws IOException {
    Map<Path, Integer> files = new TreeMap<>();
    for (String module : List.of("imaging", "core", "standins", "demo", "cli", "desktop")) {
      try (Stream<Path> all = Files.walk(Path.of("..", module, "src/main/java"))) {
        all.filter(f -> f.toString().endsWith(".java"))
            .filter(f -> !f.endsWith("package-info.java"))
            .forEach(f -> files.merge(f.getParent(), 1, Integer::sum));
      }
    }
    assertThat(files).hasSizeGreaterThan(80);
    files.values().removeIf(n -> n <= 20);
    assertThat(files).isEmpty();
  }

  private static int place(String name) {
    return ORDER.indexOf(name.equals(ROOT) ? "" : name.substring(ROOT.length() + 1));
  }
}
