package keepshelf.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.GeneralCodingRules;
import org.junit.jupiter.api.Test;

class ModuleRulesTest {
  private final com.tngtech.archunit.core.domain.JavaClasses classes =
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
        .check(classes);
    GeneralCodingRules.NO_CLASSES_SHOULD_ACCESS_STANDARD_STREAMS.check(classes);
  }

  @Test
  void sqlStaysInTheStore() {
    noClasses()
        .that()
        .resideOutsideOfPackage("keepshelf.core.store..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("java.sql..", "org.jdbi..", "org.sqlite..", "org.flywaydb..")
        .check(classes);
  }

  @Test
  void dataFlowsOneWay() {
    noClasses()
        .that()
        .resideInAPackage("keepshelf.core.archive..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "keepshelf.core.recognise..", "keepshelf.core.intake..", "keepshelf.core.catalogue..")
        .check(classes);
    noClasses()
        .that()
        .resideInAPackage("keepshelf.core.recognise..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "keepshelf.core.archive..",
            "keepshelf.core.intake..",
            "keepshelf.core.catalogue..",
            "keepshelf.core.install..")
        .check(classes);
    noClasses()
        .that()
        .resideInAPackage("keepshelf.core.catalogue..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "keepshelf.core.store..", "keepshelf.core.intake..", "keepshelf.core.install..")
        .check(classes);
    noClasses()
        .that()
        .resideInAPackage("keepshelf.core.format..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "keepshelf.core.install..", "keepshelf.core.catalogue..", "keepshelf.core.intake..")
        .check(classes);
  }
}
