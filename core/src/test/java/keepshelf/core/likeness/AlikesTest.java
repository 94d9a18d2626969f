package keepshelf.core.likeness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

/** What looks alike on a shelf. */
class AlikesTest extends OnSmallShelf {
  private List<Integer> look() {
    List<Integer> told = new ArrayList<>();
    List<Problem> problems = new ArrayList<>();
    shelf.alikes().lookAtNew(told::add, problems);
    assertThat(problems).isEmpty();
    return told;
  }

  private String key(AlikeItem a) {
    return shelf.catalogue().item(a.item()).orElseThrow().item().key();
  }

  @Test
  void anItemsOwnLookIsNotToldAndTheRestIsInOrder() throws Exception {
    assertThat(look()).containsExactly(4);
    List<AlikeItem> like = shelf.alikes().like(SmallShelf.id(shelf, "net_mesh"), 10, id -> true);
    assertThat(like)
        .hasSize(3)
        .isSortedAccordingTo((a, b) -> Double.compare(b.likeness(), a.likeness()));
    assertThat(like).extracting(this::key).doesNotContain("net_mesh");
    assertThat(shelf.alikes().like(SmallShelf.id(shelf, "net_mesh"), 1, id -> true))
        .containsExactly(like.getFirst());
    String second = like.get(1).item();
    assertThat(shelf.alikes().like(SmallShelf.id(shelf, "net_mesh"), 1, second::equals))
        .containsExactly(like.get(1));
  }

  @Test
  void looksAreKeptAndOnlyWhatIsNewIsLookedAt() throws Exception {
    look();
    assertThat(look()).isEmpty();
    shelf.close();
    shelf = Shelf.open(root);
    assertThat(look()).isEmpty();
    SmallShelf.file(
        shelf,
        Files.createTempDirectory(dir, "like").resolve("more.zip"),
        SmallShelf.set("harbour_tar", 3, "basecolor", "gloss", "normal"));
    assertThat(look()).containsExactly(1);
    AlikeItem first =
        shelf.alikes().like(SmallShelf.id(shelf, "harbour_tar"), 1, id -> true).getFirst();
    assertThat(key(first)).isEqualTo("tarred_rope");
    assertThat(first.likeness()).isGreaterThan(0.9);
    shelf.editing().set(List.of(first.item()), Field.NAME, "Old rope");
    look();
    assertThat(shelf.alikes().like(SmallShelf.id(shelf, "harbour_tar"), 1, id -> true))
        .containsExactly(first);
  }

  @Test
  void aPictureFindsWhatLooksLikeIt() throws Exception {
    look();
    Path photo = Files.createTempDirectory(dir, "like").resolve("photo.png");
    Pixels map = TestPacks.colour(64, 11);
    byte[] turned = new byte[64 * 64 * 3];
    for (int i = 0; i < turned.length; i++) {
      int at = i / 3;
      turned[i] = (byte) map.level((at % 64 * 64 + (at / 64 + 20) % 64) * map.channels() + i % 3);
    }
    Files.write(photo, TestPacks.png(Pixels.u8(64, 64, 3, turned)));
    AlikeItem found = shelf.alikes().like(photo, 1).getFirst();
    assertThat(key(found)).isEqualTo("sea_worn_brass");
    assertThat(found.likeness()).isGreaterThan(0.5);
  }

  @Test
  void whatIsNoPictureIsSaidSo() throws Exception {
    look();
    Path text =
        Files.writeString(Files.createTempDirectory(dir, "like").resolve("photo.png"), "no");
    assertThatThrownBy(() -> shelf.alikes().like(text, 3))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("photo.png");
    assertThatThrownBy(() -> shelf.alikes().like(root.resolve("nowhere.png"), 3))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("nowhere.png");
  }

  @Test
  void anItemWithoutPictureThatCanBeReadIsTriedOnce() throws Exception {
    Map<String, byte[]> set = new LinkedHashMap<>(SmallShelf.set("limewash", 7, "roughness"));
    SmallShelf.file(shelf, Files.createTempDirectory(dir, "like").resolve("l.zip"), set);
    assertThat(look()).containsExactly(5);
    assertThat(look()).isEmpty();
    assertThat(shelf.alikes().like(SmallShelf.id(shelf, "limewash"), 3, id -> true)).isEmpty();
  }
}
