package keepshelf.desktop.making;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.Making;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.words.Words;

/** What is missing and can be made, as entries of a menu. */
public final class MakeMenu {
  private MakeMenu() {}

  /**
   * The entries; none when nothing is missing.
   *
   * @param items that it is for
   * @param make is told the roles to make
   */
  public static List<MenuItem> entries(List<ShelvedItem> items, Consumer<Set<MapRole>> make) {
    Map<MapRole, Making.Missing> all = new LinkedHashMap<>();
    for (ShelvedItem s : items) {
      for (Making.Missing m : Making.missing(s)) {
        // With several items it is a guess when it is one for any of them.
        if (!all.containsKey(m.role()) || m.isGuess()) {
          all.put(m.role(), m);
        }
      }
    }
    List<MenuItem> out = new ArrayList<>();
    Set<MapRole> sure = EnumSet.noneOf(MapRole.class);
    for (Making.Missing m : all.values()) {
      String from = m.of().inSentence().text();
      out.add(
          entry(
              Words.of(m.isGuess() ? "make.guess" : "make.from", m.role().title(), from),
              () -> make.accept(Set.of(m.role()))));
      if (!m.isGuess()) {
        sure.add(m.role());
      }
    }
    if (sure.size() > 1) {
      out.add(new SeparatorMenuItem());
      out.add(entry(Words.of("make.sure", sure.size()), () -> make.accept(sure)));
    }
    return out;
  }

  private static MenuItem entry(String title, Runnable what) {
    MenuItem i = new MenuItem(title);
    i.setOnAction(e -> what.run());
    return i;
  }
}
