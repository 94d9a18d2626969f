package keepshelf.desktop.shelf;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.Consumer;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Field;
import keepshelf.core.making.Ensembles;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.making.DeriveMenu;
import keepshelf.desktop.making.MakeMenu;
import keepshelf.desktop.words.Words;

/** What can be done to what is chosen, beyond the buttons on the tag. */
final class TagMenu extends ContextMenu {
  private static final int MOST_PACKS = 25;

  private final ShelfModel model;
  private final ShelfActions actions;

  /**
   * For {@code items}.
   *
   * @param split asks which maps are to be split off
   * @param ways where it leads
   */
  TagMenu(
      ShelfModel model,
      ShelfActions actions,
      List<ShelvedItem> items,
      Runnable split,
      TagPane.Ways ways) {
    this.model = model;
    this.actions = actions;
    List<String> ids = items.stream().map(s -> s.item().id()).toList();
    boolean favourite = items.getFirst().item().marks().favourite();
    add(
        Words.of(favourite ? "tag.unfavourite" : "tag.favourite"),
        () -> actions.set(ids, Field.FAVOURITE, favourite ? "no" : "yes"));
    ItemCard lead = model.selection().leadProperty().get();
    if (items.size() == 1) {
      add(Words.of("tag.like"), () -> ways.like().accept(items.getFirst()));
      if (lead != null && lead.colour() != null) {
        String colour = String.format(Locale.ROOT, "colour:#%06x", lead.colour().toSrgb());
        add(Words.of("tag.colour"), () -> model.wordsProperty().set(colour));
      }
      if (items.getFirst().item().maps().size() > 1) {
        add(Words.of("tag.split"), split);
      }
      getItems().add(packs(items.getFirst()));
      made(items.getFirst(), ways.lay());
    } else if (lead != null) {
      add(Words.of("tag.join", lead.name()), () -> actions.join(lead.id(), ids));
    }
    if (items.size() == 1 && items.getFirst().item().kind() == ItemKind.PHOTO_TEXTURE) {
      add(Words.of("tag.photo"), () -> ways.photograph().accept(items.getFirst()));
    }
    boolean ensemble = items.getFirst().item().kind() == ItemKind.ENSEMBLE;
    if (items.size() == 1 && ensemble) {
      add(Words.of("tag.together.change"), () -> ways.together().accept(items));
    } else if (items.stream().filter(s -> Ensembles.cannot(s).isEmpty()).count() > 1) {
      add(Words.of("tag.together"), () -> ways.together().accept(items));
    }
    getItems().addAll(DeriveMenu.entries(items, actions));
    List<MenuItem> missing = MakeMenu.entries(items, roles -> actions.make(items, roles));
    if (!missing.isEmpty()) {
      Menu make = new Menu(Words.of("tag.make"));
      make.getItems().setAll(missing);
      getItems().add(make);
    }
    add(
        items.size() == 1 ? Words.of("tag.letgo") : Words.of("tag.letgo.many", items.size()),
        () -> actions.letGo(ids));
  }

  /** New materials that can be made of one. */
  private void made(ShelvedItem s, Consumer<ShelvedItem> lay) {
    boolean surface =
        s.item().kind() == ItemKind.MATERIAL || s.item().kind() == ItemKind.PHOTO_TEXTURE;
    if (surface && s.item().roles().contains(MapRole.BASE_COLOUR)) {
      add(Words.of("tag.lay"), () -> lay.accept(s));
    }
  }

  private void add(String title, Runnable what) {
    MenuItem i = new MenuItem(title);
    i.setOnAction(e -> what.run());
    getItems().add(i);
  }

  /** The packs of the same source, then others, that the item could go to. */
  private Menu packs(ShelvedItem s) {
    Menu menu = new Menu(Words.of("tag.topack"));
    model.known().packs().stream()
        .filter(p -> !p.id().equals(s.pack().id()))
        .sorted(
            Comparator.comparing(
                    (ItemCard.PackCard p) -> !Objects.equals(p.source(), s.pack().source()))
                .thenComparing(ItemCard.PackCard::name, String.CASE_INSENSITIVE_ORDER))
        .limit(MOST_PACKS)
        .forEach(p -> {
          MenuItem i = new MenuItem(p.source() == null ? p.name() : p.name() + " · " + p.source());
          i.setOnAction(e -> actions.moveTo(s.item().id(), p.id()));
          menu.getItems().add(i);
        });
    menu.setDisable(menu.getItems().isEmpty());
    return menu;
  }
}
