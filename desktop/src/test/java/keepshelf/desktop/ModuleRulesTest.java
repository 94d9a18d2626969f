package keepshelf.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
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

  private static int place(String name) {
    return ORDER.indexOf(name.equals(ROOT) ? "" : name.substring(ROOT.length() + 1));
  }
}
