package keepshelf.desktop.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.Recogniser;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.desktop.work.UndoList;
import org.junit.jupiter.api.Test;

/** Corrections and the record of a pack, without a window. */
class CorrectionsTest {
  private static Recognition two() {
    return Recogniser.recognise(
        "",
        List.of(
            SourceFile.named("p/rope_diff.png"),
            SourceFile.named("p/rope_nor.png"),
            SourceFile.named("p/rope_rough.png"),
            SourceFile.named("p/kelp_diff.png"),
            SourceFile.named("p/kelp_nor.png"),
            SourceFile.named("p/kelp_odd.png")));
  }

  private static RecognisedItem item(Recognition r, String key) {
    return r.items().stream().filter(i -> i.key().equals(key)).findFirst().orElseThrow();
  }

  /** Whatever is corrected, every file stands exactly once, in an item or loose. */
  private static void nothingIsLost(Recognition r) {
    int maps = r.items().stream().mapToInt(i -> i.maps().size()).sum();
    assertThat(maps + r.loose().size()).isEqualTo(6);
    assertThat(r.items()).noneMatch(i -> i.maps().isEmpty());
    assertThat(r.items()).extracting(RecognisedItem::key).doesNotHaveDuplicates();
  }

  @Test
  void placingMovesAFileAndKeepsAllOthers() {
    Recognition r = Corrections.place(two(), "p/kelp_odd.png", "rope", MapRole.HEIGHT);
    nothingIsLost(r);
    assertThat(item(r, "rope").roles()).contains(MapRole.HEIGHT);
    Recognition back = Corrections.putAside(r, "p/kelp_odd.png");
    nothingIsLost(back);
    assertThat(back.loose()).anyMatch(l -> l.reason().contains("by hand"));
    assertThat(Corrections.putAside(back, "p/not there.png")).isSameAs(back);
  }

  @Test
  void splittingAndJoiningKeepRolesAndFindings() {
    Recognition r = Corrections.split(two(), Set.of("p/rope_diff.png", "p/rope_nor.png"));
    nothingIsLost(r);
    assertThat(item(r, "rope_2").maps()).hasSize(2);
    assertThat(item(r, "rope").problems()).anyMatch(p -> p.role() == MapRole.BASE_COLOUR);
    Recognition joined = Corrections.join(r, Set.of("p/rope_diff.png"), "rope");
    nothingIsLost(joined);
    assertThat(item(joined, "rope").maps()).hasSize(3);
    assertThat(item(joined, "rope").problems()).noneMatch(p -> p.code().equals("missing-map"));
    Recognition all = Corrections.join(joined, Set.of("p/kelp_nor.png"), "rope");
    nothingIsLost(all);
    assertThat(item(all, "rope").problems()).anyMatch(p -> p.code().equals("doubled-map"));
    assertThat(Corrections.split(two(), Set.of()).items()).hasSize(2);
  }

  @Test
  void theRecordIsCheckedAndFiledAsTyped() {
    PackForm form = new PackForm();
    form.property(PackForm.Field.SOURCE).set("  Pebblejar ");
    form.property(PackForm.Field.SEATS).set("3");
    form.property(PackForm.Field.PRICE).set("");
    Kinship kin = new Kinship("p1", Kinship.Relation.NEWER_VERSION);
    Filing.Wishes w = form.wishes(kin);
    assertThat(w.source()).isEqualTo("Pebblejar");
    assertThat(w.purchase().seats()).isEqualTo(3);
    assertThat(w.purchase().price()).isNull();
    assertThat(w.kin()).isEqualTo(kin);
    assertThat(PackForm.trouble(PackForm.Field.BOUGHT, "14 March")).isNotNull();
    assertThat(PackForm.trouble(PackForm.Field.BOUGHT, "2026-03-14")).isNull();
    assertThat(PackForm.trouble(PackForm.Field.UNTIL, "")).isNull();
    assertThat(PackForm.trouble(PackForm.Field.SEATS, "two")).isNotNull();
    var before = form.snapshot();
    form.property(PackForm.Field.SOURCE).set("Gantry Nine");
    form.restore(before);
    assertThat(form.get(PackForm.Field.SOURCE)).isEqualTo("Pebblejar");
  }

  @Test
  void changesAreTakenBackLatestFirst() {
    StringBuilder said = new StringBuilder();
    UndoList undo = new UndoList();
    undo.push(() -> said.append("first"));
    undo.push(() -> said.append("second "));
    undo.undo();
    undo.undo();
    undo.undo();
    assertThat(said).hasToString("second first");
  }
}
