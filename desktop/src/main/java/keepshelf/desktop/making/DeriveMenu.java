package keepshelf.desktop.making;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.paint.Color;
import javafx.scene.shape.Rectangle;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.Companion;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.derive.MainColours;

/** New items that follow from those chosen, as entries of a menu: plain ones and larger tiles. */
public final class DeriveMenu {
  private static final int[] TIMES = {2, 3, 4};
  private static final double SWATCH = 14;

  /** What the entries do. */
  public interface Ways {
    /**
     * Makes a plain companion.
     *
     * @param name of it, or null for the usual one
     * @param relief gives its relief, or null for a flat one
     */
    void companion(ShelvedItem item, Companion.Pick pick, String name, ShelvedItem relief);

    /** Makes a tile that is {@code times} as large a side. */
    void enlarge(ShelvedItem item, int times);

    /** Looks for an item's main colours and hands them over on the interface thread. */
    void colours(ShelvedItem item, Consumer<List<MainColours.Share>> to);
  }

  private DeriveMenu() {}

  /** The entries for one item or two; none when they are no surfaces with a colour. */
  public static List<MenuItem> entries(List<ShelvedItem> items, Ways ways) {
    if (items.isEmpty() || items.size() > 2 || !items.stream().allMatch(DeriveMenu::surface)) {
      return List.of();
    }
    ShelvedItem first = items.getFirst();
    if (items.size() == 1) {
      return List.of(companions(first, ways), larger(first, ways));
    }
    List<MenuItem> out = new ArrayList<>();
    for (ShelvedItem relief : items.reversed()) {
      ShelvedItem colour = relief == first ? items.getLast() : first;
      if (raised(relief)) {
        out.add(
            entry(
                Words.of("tag.companion.relief", colour.item().name(), relief.item().name()),
                () ->
                    ways.companion(
                        colour,
                        Companion.Pick.MEAN,
                        Words.of(
                            "tag.companion.raised", colour.item().name(), relief.item().name()),
                        relief)));
      }
    }
    return out;
  }

  private static boolean surface(ShelvedItem s) {
    return (s.item().kind() == ItemKind.MATERIAL || s.item().kind() == ItemKind.PHOTO_TEXTURE)
        && s.item().roles().contains(MapRole.BASE_COLOUR);
  }

  private static boolean raised(ShelvedItem s) {
    return s.item().roles().contains(MapRole.NORMAL) || s.item().roles().contains(MapRole.HEIGHT);
  }

  /** In the mean colour or one of the main ones. */
  private static Menu companions(ShelvedItem s, Ways ways) {
    Menu menu = new Menu(Words.of("tag.companion"));
    menu.setId("tag-companion");
    MenuItem mean =
        entry(
            Words.of("tag.companion.mean"),
            () -> ways.companion(s, Companion.Pick.MEAN, null, null));
    menu.getItems().add(mean);
    // Looked for before it is opened: an open menu does not take entries any more.
    ways.colours(
        s,
        all -> {
          fill(menu, s, all, ways);
          if (menu.isShowing()) {
            menu.hide();
            menu.show();
          }
        });
    return menu;
  }

  private static void fill(Menu menu, ShelvedItem s, List<MainColours.Share> all, Ways ways) {
    for (int i = 0; i < all.size(); i++) {
      MainColours.Share c = all.get(i);
      Companion.Pick pick = new Companion.Pick(i + 1, null, null);
      String hex = String.format(Locale.ROOT, "#%06x", c.rgb());
      // Several companions of one item are told apart.
      String named = Words.of("tag.companion.coloured", s.item().name(), hex);
      MenuItem entry =
          entry(
              Words.of("tag.companion.main", Math.round(c.share() * 100), hex),
              () -> ways.companion(s, pick, named, null));
      Rectangle swatch = new Rectangle(SWATCH, SWATCH, Color.web(hex));
      entry.setGraphic(swatch);
      menu.getItems().add(entry);
    }
  }

  private static Menu larger(ShelvedItem s, Ways ways) {
    Menu menu = new Menu(Words.of("tag.larger"));
    menu.setId("tag-larger");
    Double tile = s.item().tileMetres();
    for (int times : TIMES) {
      String size =
          tile == null
              ? ""
              : Words.of("tag.larger.size", String.format(Locale.ROOT, "%.2f", tile * times));
      menu.getItems()
          .add(entry(Words.of("tag.larger.times", times, size), () -> ways.enlarge(s, times)));
    }
    return menu;
  }

  private static MenuItem entry(String title, Runnable what) {
    MenuItem i = new MenuItem(title);
    // Names have underscores.
    i.setMnemonicParsing(false);
    i.setOnAction(e -> what.run());
    return i;
  }
}
