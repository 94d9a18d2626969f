package keepshelf.core.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.Glimpse;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.edit.Field;
import org.junit.jupiter.api.Test;

/** The top of the boards says of its cards what reading all of them says. */
class GlimpseTest extends OnSmallShelf {
  /** More sets than stand on the small shelf, with names whose order letters' case would change. */
  private void more(int count) throws Exception {
    Random random = new Random(7);
    for (int i = 0; i < count; i++) {
      String key = "kelp_" + i;
      SmallShelf.file(
          shelf, dir.resolve(key + ".zip"), SmallShelf.set(key, 40 + i, "basecolor", "roughness"));
      String name = (char) ((random.nextBoolean() ? 'a' : 'A') + random.nextInt(4)) + " kelp";
      shelf.editing().set(List.of(SmallShelf.id(shelf, key)), Field.NAME, name);
    }
  }

  @Test
  void itsCardsAreTheFirstOfEachBoardByName() throws Exception {
    more(6);
    shelf.editing().set(List.of(SmallShelf.id(shelf, "tarred_rope")), Field.TAGS, "dry, old");
    List<ItemCard> all = shelf.search().all();
    for (int most = 0; most <= all.size() + 1; most++) {
      Glimpse g = shelf.catalogue().glimpse(most);
      int left = most;
      int items = 0;
      List<String> order = new ArrayList<>();
      for (Glimpse.Board b : g.boards()) {
        List<ItemCard> on = all.stream().filter(c -> c.board().equals(b.name())).toList();
        assertThat(b.first()).isEqualTo(on.subList(0, Math.min(left, on.size())));
        assertThat(b.items()).isEqualTo(on.size());
        assertThat(b.bytes()).isEqualTo(on.stream().mapToLong(ItemCard::bytes).sum());
        left -= b.first().size();
        items += b.items();
        order.add(b.name());
      }
      assertThat(items).isEqualTo(all.size());
      assertThat(order).isSortedAccordingTo((a, b) -> place(a) - place(b));
    }
  }

  private static int place(String board) {
    return Glimpse.order().indexOf(board);
  }

  @Test
  void anEmptyShelfHasNone() throws Exception {
    for (String id : shelf.catalogue().packIds()) {
      shelf.catalogue().change(List.of(), List.of(), List.of(id), List.of());
    }
    assertThat(shelf.catalogue().glimpse(10)).isEqualTo(Glimpse.NONE);
  }
}
