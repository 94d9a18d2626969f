package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.Family;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Field;
import keepshelf.core.licensing.Licence;
import keepshelf.core.model.ItemKind;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.work.Pictures;

/** The record of what is chosen, hung at the right as a paper tag; everything known is editable. */
final class TagPane extends ScrollPane {
  private static final double WIDTH = 306;
  private static final int MOST_PACKS = 25;
  private static final List<Field> PURCHASE =
      List.of(Field.BOUGHT, Field.PRICE, Field.ORDER, Field.SEATS, Field.UNTIL);

  private final ShelfModel model;
  private final ShelfActions actions;
  private final Shelf shelf;
  private final CardPictures previews;
  private final TagParts parts;
  private final Runnable install;
  private final Runnable look;
  private final VBox tag = new VBox(8);
  private List<ShelvedItem> shown = List.of();
  private boolean purchaseOpen;

  TagPane(
      ShelfModel model,
      ShelfActions actions,
      Shelf shelf,
      CardPictures previews,
      Pictures thumbnails,
      Runnable install,
      Runnable look) {
    this.model = model;
    this.actions = actions;
    this.shelf = shelf;
    this.previews = previews;
    this.parts = new TagParts(model, actions, shelf, thumbnails);
    this.install = install;
    this.look = look;
    tag.getStyleClass().add("tag");
    setContent(tag);
    setFitToWidth(true);
    setFitToHeight(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    getStyleClass().add("tag-scroll");
    setPrefWidth(WIDTH);
    setMinWidth(WIDTH);
    model.taggedProperty().addListener((o, was, is) -> show(is));
    show(model.taggedProperty().get());
  }

  private void show(List<ShelvedItem> items) {
    boolean same =
        items.stream()
            .map(s -> s.item().id())
            .toList()
            .equals(shown.stream().map(s -> s.item().id()).toList());
    double at = getVvalue();
    shown = items;
    tag.getChildren().clear();
    int chosen = model.selection().idsProperty().get().size();
    if (items.isEmpty()) {
      tag.getChildren()
          .add(
              Kit.wrapped(
                  chosen > 1 ? Words.of("tag.too.many", chosen) : Words.of("tag.choose"),
                  "second"));
      return;
    }
    if (items.size() == 1) {
      one(items.getFirst());
    } else {
      many(items);
    }
    setVvalue(same ? at : 0);
  }

  private void one(ShelvedItem s) {
    tag.getChildren().addAll(top(s), actions(List.of(s)));
    section("tag.maps");
    tag.getChildren().addAll(parts.maps(s), parts.editions(s));
    kindFacts(s);
    record(List.of(s));
    licence(List.of(s));
    own(List.of(s));
    section("tag.used");
    tag.getChildren().add(parts.used(s));
    Node history = parts.history(s);
    if (history != null) {
      section("tag.history");
      tag.getChildren().add(history);
    }
    section("tag.condition");
    tag.getChildren().add(parts.condition(s));
  }

  private void kindFacts(ShelvedItem s) {
    Node facts = parts.kindFacts(s);
    if (facts != null) {
      section(s.item().kind() == ItemKind.MODEL ? "tag.model" : "tag.light");
      tag.getChildren().add(facts);
    }
  }

  private void many(List<ShelvedItem> items) {
    Label head = Kit.wrapped(Words.of("tag.many", items.size()), "heading");
    head.setId("tag-name");
    long bytes = items.stream().mapToLong(s -> s.item().bytes()).sum();
    Set<String> packs = new TreeSet<>();
    items.forEach(s -> packs.add(s.pack().id()));
    HBox row = new HBox(4);
    items.stream()
        .limit(5)
        .forEach(s ->
            row.getChildren().add(Images.view(previews.of(s, 256, model.litProperty().get()), 50)));
    tag.getChildren()
        .addAll(
            head,
            Kit.label(Words.of("tag.many.facts", packs.size(), Words.bytes(bytes)), "second"),
            row,
            actions(items));
    record(items);
    licence(items);
    own(items);
  }

  private void section(String key) {
    tag.getChildren().add(Kit.label(Words.of(key), "section"));
  }

  private Node top(ShelvedItem s) {
    HBox resolutions =
        new HBox(
            6,
            Signs.staircase(s.item().resolutions()),
            Kit.label(String.join(" ", s.item().resolutions()), "second"));
    resolutions.setAlignment(Pos.CENTER_LEFT);
    String what =
        s.item().kind() == ItemKind.MATERIAL
            ? Family.board(s.item()) + " · " + s.item().workflow().title()
            : s.item().kind().plural();
    Node name = new FieldEditor(Field.NAME, List.of(s), actions).line();
    name.getStyleClass().add("name-field");
    Label heading = Kit.wrapped(s.item().name(), "heading");
    heading.setId("tag-name");
    heading.setOnMouseClicked(e -> {
      if (e.getClickCount() == 2) {
        VBox in = (VBox) heading.getParent();
        in.getChildren().set(0, name);
        name.requestFocus();
      }
    });
    HBox licence =
        new HBox(
            6,
            Signs.licence(shelf.licences().glance(s.pack().licence())),
            Kit.label(
                s.pack().licence() == null ? Words.of("licence.unknown") : s.pack().licence(),
                "second"));
    licence.setAlignment(Pos.CENTER_LEFT);
    VBox right = new VBox(3, heading, Kit.label(what, "second"), resolutions, licence);
    if (s.item().marks().favourite()) {
      right.getChildren().add(Kit.label(Words.of("facet.is.favourite"), "good"));
    }
    var picture = Images.view(previews.of(s, 256, model.litProperty().get()), 92);
    picture.setOnMouseClicked(e -> look.run());
    return new HBox(12, picture, right);
  }

  private Node actions(List<ShelvedItem> items) {
    Button go = Kit.button(Words.of("tag.install"), install, "main");
    go.setId("tag-install");
    Button large = Kit.button(Words.of(items.size() == 1 ? "tag.look" : "tag.beside"), look);
    large.setId("tag-look");
    Button more = Kit.button("⋯", () -> {});
    more.setId("tag-more");
    more.setAccessibleText(Words.of("tag.more"));
    more.setOnAction(e -> menu(items).show(more, Side.BOTTOM, 0, 4));
    return new HBox(8, go, large, more);
  }

  private ContextMenu menu(List<ShelvedItem> items) {
    ContextMenu m = new ContextMenu();
    boolean favourite = items.getFirst().item().marks().favourite();
    add(
        m,
        Words.of(favourite ? "tag.unfavourite" : "tag.favourite"),
        () -> actions.set(ids(items), Field.FAVOURITE, favourite ? "no" : "yes"));
    ItemCard first = model.selection().leadProperty().get();
    if (items.size() == 1 && first != null && first.colour() != null) {
      String colour = String.format(Locale.ROOT, "colour:#%06x", first.colour().toSrgb());
      add(m, Words.of("tag.colour"), () -> model.wordsProperty().set(colour));
    }
    if (items.size() > 1) {
      ItemCard lead = model.selection().leadProperty().get();
      add(m, Words.of("tag.join", lead.name()), () -> actions.join(lead.id(), ids(items)));
    } else if (items.getFirst().item().maps().size() > 1) {
      add(m, Words.of("tag.split"), () -> split(items.getFirst()));
    }
    if (items.size() == 1) {
      m.getItems().add(packs(items.getFirst()));
    }
    add(
        m,
        items.size() == 1 ? Words.of("tag.letgo") : Words.of("tag.letgo.many", items.size()),
        () -> actions.letGo(items));
    return m;
  }

  /** The packs of the same source, then others, that the item could go to. */
  private Menu packs(ShelvedItem s) {
    Menu menu = new Menu(Words.of("tag.topack"));
    model.all().stream()
        .map(ItemCard::pack)
        .distinct()
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

  private static void add(ContextMenu m, String title, Runnable what) {
    MenuItem i = new MenuItem(title);
    i.setOnAction(e -> what.run());
    m.getItems().add(i);
  }

  /** Choosing the maps that become an item of their own, in place of the tag. */
  private void split(ShelvedItem s) {
    tag.getChildren().setAll(parts.splitForm(s, () -> show(List.of(s))));
  }

  private static List<String> ids(List<ShelvedItem> items) {
    return items.stream().map(s -> s.item().id()).toList();
  }

  private void record(List<ShelvedItem> items) {
    section("tag.record");
    GridPane g = grid();
    row(g, Field.SOURCE, items, true);
    row(g, Field.CREATOR, items, false);
    row(g, Field.PACK, items, false);
    row(g, Field.VERSION, items, false);
    row(g, Field.PAGE, items, false);
    List<Field> empty = new ArrayList<>();
    for (Field f : PURCHASE) {
      if (purchaseOpen || items.stream().anyMatch(s -> !f.read(s).isEmpty())) {
        row(g, f, items, false);
      } else {
        empty.add(f);
      }
    }
    if (items.size() == 1) {
      ShelvedItem s = items.getFirst();
      plain(g, "tag.got", s.pack().takenIn().substring(0, 10));
      plain(g, "tag.archive", s.pack().archive());
      plain(
          g,
          "tag.disk",
          Words.of("tag.disk.value", Words.bytes(s.item().bytes()), s.item().maps().size()));
    }
    tag.getChildren().add(g);
    if (!empty.isEmpty()) {
      Button open =
          Kit.button(
              Words.of("tag.purchase"),
              () -> {
                purchaseOpen = true;
                show(shown);
              },
              "quiet");
      open.setId("tag-purchase");
      tag.getChildren().add(open);
    }
    if (packItems(items) > items.size()) {
      tag.getChildren().add(Kit.wrapped(Words.of("tag.pack.wide"), "hint"));
    }
  }

  /** How many items the packs of these have together. */
  private long packItems(List<ShelvedItem> items) {
    Set<String> packs = new TreeSet<>();
    items.forEach(s -> packs.add(s.pack().id()));
    return model.all().stream().filter(c -> packs.contains(c.pack().id())).count();
  }

  private void licence(List<ShelvedItem> items) {
    section("tag.licence");
    List<String> known = new ArrayList<>();
    model.all().stream()
        .map(c -> c.pack().licence())
        .filter(Objects::nonNull)
        .distinct()
        .sorted()
        .forEach(known::add);
    shelf.licences().all().stream()
        .map(Licence::id)
        .filter(id -> !known.contains(id))
        .forEach(known::add);
    Node field = new FieldEditor(Field.LICENCE, items, actions).choice(known);
    Set<String> used = new TreeSet<>();
    items.forEach(s -> used.add(String.valueOf(s.pack().licence())));
    HBox line = new HBox(8);
    line.setAlignment(Pos.CENTER_LEFT);
    if (used.size() == 1) {
      line.getChildren()
          .add(Signs.licence(shelf.licences().glance(items.getFirst().pack().licence())));
    }
    line.getChildren().add(field);
    HBox.setHgrow(field, javafx.scene.layout.Priority.ALWAYS);
    tag.getChildren().add(line);
    if (used.size() == 1) {
      tag.getChildren().add(parts.terms(items.getFirst()));
    }
  }

  private void own(List<ShelvedItem> items) {
    section("tag.own");
    GridPane g = grid();
    row(g, Field.TILE, items, false);
    if (items.size() == 1) {
      density(g, items.getFirst());
    }
    row(g, Field.RELIEF, items, false);
    row(g, Field.TAGS, items, false);
    row(g, Field.COLLECTIONS, items, false);
    Node notes = new FieldEditor(Field.NOTES, items, actions).area();
    Kit.row(g, Words.of("field.notes"), notes);
    tag.getChildren().add(g);
  }

  private static void density(GridPane g, ShelvedItem s) {
    int pixels = s.item().maps().stream().mapToInt(MapRecord::width).max().orElse(0);
    if (s.item().tileMetres() != null && pixels > 0) {
      plain(
          g,
          "tag.detail",
          Words.of(
              "tag.density",
              String.format(Locale.UK, "%,d", Math.round(pixels / s.item().tileMetres()))));
    }
  }

  private void row(GridPane g, Field f, List<ShelvedItem> items, boolean sources) {
    FieldEditor e = new FieldEditor(f, items, actions);
    Node n = sources ? e.choice(sources()) : e.line();
    Kit.row(g, Words.of("field." + f.id()), n);
  }

  private List<String> sources() {
    return model.all().stream()
        .map(c -> c.pack().source())
        .filter(Objects::nonNull)
        .distinct()
        .sorted(String.CASE_INSENSITIVE_ORDER)
        .toList();
  }

  private static void plain(GridPane g, String key, String value) {
    if (value != null) {
      Label l = Kit.label(value, "record-plain");
      l.setMaxWidth(180);
      l.setTooltip(new javafx.scene.control.Tooltip(value));
      Kit.row(g, Words.of(key), l);
    }
  }

  private static GridPane grid() {
    GridPane g = new GridPane();
    g.setVgap(1);
    g.setHgap(4);
    return g;
  }
}
