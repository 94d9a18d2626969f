package keepshelf.core.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.DriverManager;
import java.util.Map;
import java.util.Set;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.KeptApart;
import keepshelf.core.catalogue.KeptDescriptor;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.FileCorrection;
import keepshelf.imaging.fingerprint.Fingerprint;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SqliteCatalogueTest {
  private static final String MIGRATIONS = "classpath:keepshelf/core/store/migration";

  @TempDir Path dir;

  /** As a program of that version left it. */
  private Path older(int version) throws Exception {
    Path file = dir.resolve("catalogue.db");
    String url = "jdbc:sqlite:" + file;
    Flyway.configure()
        .dataSource(url, null, null)
        .locations(MIGRATIONS)
        .target(String.valueOf(version))
        .load()
        .migrate();
    try (var c = DriverManager.getConnection(url);
        var s = c.createStatement()) {
      s.execute("pragma user_version = " + version);
    }
    return file;
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void aShelfOfAnOlderProgramIsBroughtUpToDate(int version) throws Exception {
    FileCorrection said = new FileCorrection("ab", MapRole.GLOSS, null, null);
    try (SqliteCatalogue c = SqliteCatalogue.open(older(version))) {
      c.putCorrection(said);
      Fingerprint print = Fingerprint.of(TestPacks.colour(128, 4));
      c.putFingerprints(Map.of("ab", print));
      c.putFingerprints(Map.of("ab", print, "cd", print));
      assertThat(c.fingerprinted(Set.of("ab", "ef"))).containsExactly("ab");
      assertThat(c.descriptors(0))
          .extracting(KeptDescriptor::sha256)
          .contains("ab", "cd")
          .hasSize(2);
      assertThat(c.descriptors(c.descriptors(0).getLast().row())).isEmpty();
      assertThat(c.fingerprint("cd").orElseThrow()).usingRecursiveComparison().isEqualTo(print);
      assertThat(c.keptApart()).isEmpty();
      c.putKeptApart(KeptApart.of("y", "x"));
      assertThat(c.keptApart()).containsExactly(new KeptApart("x", "y"));
      assertThat(c.corrections()).containsEntry("ab", said);
      assertThat(c.habits()).isEmpty();
    }
  }

  @Test
  void theVersionOfTheTablesIsThatOfTheLastMigration() {
    var all =
        Flyway.configure()
            .dataSource("jdbc:sqlite::memory:", null, null)
            .locations(MIGRATIONS)
            .load()
            .info()
            .all();
    String last = all[all.length - 1].getVersion().getVersion();
    assertThat(last).isEqualTo(String.valueOf(SqliteCatalogue.SCHEMA));
  }

  @Test
  void aCorrectionIsReplacedAndForgotten() throws Exception {
    try (SqliteCatalogue c = SqliteCatalogue.open(dir.resolve("new.db"))) {
      c.putCorrection(new FileCorrection("ab", MapRole.GLOSS, null, null));
      c.putCorrection(new FileCorrection("ab", MapRole.ROUGHNESS, null, null));
      assertThat(c.corrections().get("ab").role()).isEqualTo(MapRole.ROUGHNESS);
      c.removeCorrection("ab");
      assertThat(c.corrections()).isEmpty();
    }
  }
}
