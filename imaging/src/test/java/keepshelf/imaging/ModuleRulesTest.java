package keepshelf.imaging;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import org.junit.jupiter.api.Test;

class ModuleRulesTest {
  private final com.tngtech.archunit.core.domain.JavaClasses classes =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("keepshelf.imaging");

  @Test
  void pixelsKnowNothingOfShelvesOrWindows() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("keepshelf.core..", "javafx..", "javax.swing..")
        .check(classes);
    noClasses()
        .should()
        .dependOnClassesThat()
        .haveNameMatching(
            "java\\.awt\\.(Window|Frame|Dialog|Component|Container|Toolkit|Desktop|Robot)")
        .check(classes);
  }

  @Test
  void packagesDoNotDependInCircles() {
    SlicesRuleDefinition.slices()
        .matching("keepshelf.imaging.(*)..")
        .should()
        .beFreeOfCycles()
        .check(classes);
  }
}
