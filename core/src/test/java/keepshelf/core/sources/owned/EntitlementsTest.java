package keepshelf.core.sources.owned;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class EntitlementsTest {
  @TempDir Path dir;
  private ShelfFolder shelf;
  private Entitlements owned;

  @BeforeEach
  void shelf() throws Exception {
    shelf = new ShelfFolder(dir.resolve("shelf"));
    shelf.create();
    owned = new Entitlements(shelf);
  }

  private static Entitlement bought(String name, String date, String order, String price) {
    return new Entitlement(
        null,
        "Tinder & Tarn",
        name,
        null,
        List.of(),
        price == null ? null : Money.read(price).orElseThrow(),
        date,
        order,
        null,
        null,
        null,
        null,
        null,
        null,
        Entitlement.How.ORDER_LIST);
  }

  @Test
  void theSameListTwiceChangesNothing() throws Exception {
    List<Entitlement> list =
        List.of(
            bought("Oiled canvas", "2026-02-04", "TT-1", "18 EUR"),
            bought("Cork float", "2026-02-05", null, null),
            bought("Cork float", "2026-09-05", null, null));
    assertThat(owned.add(list)).isEqualTo(new Entitlements.Added(3, 0, 0));
    List<Entitlement> first = owned.all();
    assertThat(first).hasSize(3).extracting(Entitlement::id).doesNotHaveDuplicates();
    assertThat(owned.add(list)).isEqualTo(new Entitlements.Added(0, 0, 3));
    assertThat(owned.all()).isEqualTo(first);
  }

  @Test
  void whatASecondListKnowsMoreIsAddedToTheFirst() throws Exception {
    owned.add(List.of(bought("Oiled canvas", null, "TT-1", null)));
    assertThat(owned.add(List.of(bought("OILED-CANVAS", "2026-02-04", "TT-1", "18 EUR"))))
        .isEqualTo(new Entitlements.Added(0, 1, 0));
    assertThat(owned.all())
        .singleElement()
        .satisfies(e -> {
          assertThat(e.name()).isEqualTo("Oiled canvas");
          assertThat(e.date()).isEqualTo("2026-02-04");
          assertThat(e.price()).hasToString("18 EUR");
        });
    assertThat(owned.add(List.of(bought("Oiled canvas", "2026-04-04", "TT-9", null))).added())
        .as("bought again")
        .isOne();
  }

  @Test
  void sumsAreByYearAndCurrency() throws Exception {
    owned.add(
        List.of(
            bought("A", "2025-12-31", "1", "10.50 EUR"),
            bought("B", "2026-01-01", "2", "10.00 EUR"),
            bought("C", "2026-06-01", "3", "$5"),
            bought("D", null, "4", "1 EUR"),
            bought("E", "2026-06-01", "5", "free")));
    Costs c = Costs.of(owned.all());
    assertThat(c.byYear().keySet()).containsExactly("", "2025", "2026");
    assertThat(c.byYear().get("2026")).hasToString("{$=5, EUR=10.00}");
    assertThat(c.total()).hasToString("{$=5, EUR=21.50}");
    assertThat(c.since()).isEqualTo("2025");
  }

  @Test
  void aRecordThatCannotBeReadIsNeverWrittenOver() throws Exception {
    owned.add(List.of(bought("Oiled canvas", null, "TT-1", null)));
    Path file;
    try (var all = Files.list(dir.resolve("shelf/records/owned"))) {
      file = all.findFirst().orElseThrow();
    }
    Files.writeString(file, "[{\"source\": broken");
    assertThat(owned.all()).isEmpty();
    assertThatThrownBy(() -> owned.add(List.of(bought("B", null, "2", null))))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("cannot be read, so nothing was changed");
    assertThat(file).hasContent("[{\"source\": broken");
  }

  @Test
  void tenThousandAreQuickToFindDoublesAmong() throws Exception {
    List<Entitlement> many = new ArrayList<>();
    for (int i = 0; i < 10_000; i++) {
      many.add(bought("Pack " + i, "2026-02-04", "TT-" + i / 7, "1 EUR"));
    }
    assertThat(owned.add(many).added()).isEqualTo(10_000);
    assertThat(owned.add(many).known()).isEqualTo(10_000);
    owned.remove("tinder & tarn", Set.of(owned.all().getFirst().id()));
    assertThat(owned.all()).hasSize(9_999);
  }
}
