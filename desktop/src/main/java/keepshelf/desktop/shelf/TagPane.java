package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.Family;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Field;
import keepshelf.core.licensing.Licence;
import keepshelf.core.model.ItemKind;
import keepshelf.desktop.facts.MadeBox;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** The record of what is chosen, hung at the right as a paper tag; everything known is editable. */
final class TagPane extends ScrollPane {
  private static final double WIDTH = 306;
  private static final List<Field> PURCHASE =
      List.of(Field.BOUGHT, Field.PRICE, Field.ORDER, Field.SEATS, Field.UNTIL);

  private final ShelfModel model;
  private final ShelfActions actions;
  private final Shelf shelf;
  private final CardPictures previews;
  private final TagParts parts;
  private final Ways ways;
  private final VBox tag = new VBox(8);
  private List<ShelvedItem> shown = List.of();
  private boolean purchaseOpen;
  private boolean rebuilding;

  /**
   * Where the tag leads.
   *
   * @param install to the hosts with what is chosen
   * @param look to a large picture of it
   * @param finish to a finish of it by its name; null for a new one
   * @param lay to laying units of it
   * @param together to putting items together, or to the parts of an ensemble
   * @param photograph to making a material of its picture
   * @param like to what looks like it
   * @param mend to what of it can be put right
   */
  record Ways(
      Runnable install,
      Runnable look,
      Consumer<String> finish,
      Consumer<ShelvedItem> lay,
      Consumer<List<ShelvedItem>> together,
      Consumer<ShelvedItem> photograph,
      Consumer<ShelvedItem> like,
      Consumer<ShelvedItem> mend) {}

  TagPane(
      ShelfModel model,
      ShelfActions actions,
      Shelf shelf,
      CardPictures previews,
      Pictures thumbnails,
      Ways ways) {
    this.model = model;
    this.actions = actions;
    this.shelf = shelf;
    this.previews = previews;
    this.parts = new TagParts(model, actions, shelf, thumbnails);
    this.ways = ways;
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

  /** The field that is being written in, for going on after the tag was made anew. */
  private record Writing(String id, String text, int caret) {}

  private void show(List<ShelvedItem> items) {
    boolean same = ids(items).equals(ids(shown));
    double at = getVvalue();
    Writing writing = same ? writing() : null;
    shown = items;
    rebuilding = writing != null;
    tag.getChildren().clear();
    fill(items);
    setVvalue(same ? at : 0);
    if (writing != null && tag.lookup("#" + writing.id()) instanceof TextInputControl t) {
      t.requestFocus();
      t.setText(writing.text());
      t.positionCaret(writing.caret());
    }
    // Only now: the old field loses the focus when the new one gets it.
    rebuilding = false;
  }

  private static List<String> ids(List<ShelvedItem> items) {
    return items.stream().map(s -> s.item().id()).toList();
  }

  private Writing writing() {
    Node owner = getScene() == null ? null : getScene().getFocusOwner();
    for (Node n = owner; n != null; n = n.getParent()) {
      if (n == tag && owner.getId() != null) {
        return owner instanceof TextInputControl t
            ? new Writing(t.getId(), t.getText(), t.getCaretPosition())
            : owner instanceof ComboBox<?> c && c.isEditable()
                ? new Writing(
                    c.getEditor().getId(),
                    c.getEditor().getText(),
                    c.getEditor().getCaretPosition())
                : null;
      }
    }
    return null;
  }

  private void fill(List<ShelvedItem> items) {
    int chosen = model.selection().idsProperty().get().size();
    if (items.isEmpty()) {
      String text = chosen > 1 ? Words.of("tag.too.many", chosen) : Words.of("tag.choose");
      tag.getChildren().add(Kit.wrapped(text, "second"));
    } else if (items.size() == 1) {
      one(items.getFirst());
    } else {
      many(items);
    }
  }

  private void one(ShelvedItem s) {
    tag.getChildren().addAll(top(s), actions(List.of(s)));
    if (s.item().kind() != ItemKind.ENSEMBLE) {
      section("tag.maps");
      tag.getChildren().addAll(parts.maps(s), parts.editions(s));
    }
    kindFacts(s);
    if (s.item().maps().stream().anyMatch(m -> m.recipe() != null)) {
      section("tag.made");
      tag.getChildren().add(new MadeBox(s, shelf, model::measure, actions::again));
    }
    record(List.of(s));
    licence(List.of(s));
    own(List.of(s));
    if (s.item().kind() == ItemKind.MATERIAL) {
      section("tag.finishes");
      tag.getChildren().add(parts.finishes(s, ways.finish()));
    }
    section("tag.used");
    tag.getChildren().add(parts.used(s));
    tag.getChildren().add(parts.history(s));
    section("tag.condition");
    tag.getChildren().add(parts.condition(s, ways.mend()));
  }

  private void kindFacts(ShelvedItem s) {
    Node facts = parts.kindFacts(s, ways.together());
    if (facts != null) {
      section("tag." + s.item().kind().id());
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
    Node name = editor(Field.NAME, List.of(s)).line();
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
            Kit.wrapped(
                s.pack().licence() == null
                    ? Words.of("licence.unknown")
                    : shelf.licences().title(s.pack().licence()),
                "second"));
    licence.setAlignment(Pos.CENTER_LEFT);
    resolutions.setVisible(s.item().kind() != ItemKind.ENSEMBLE);
    resolutions.setManaged(resolutions.isVisible());
    VBox right = new VBox(3, heading, Kit.label(what, "second"), resolutions, licence);
    if (s.item().marks().rating() > 0) {
      right.getChildren().add(Signs.tally(s.item().marks().rating()));
    }
    if (s.item().marks().favourite()) {
      right.getChildren().add(Kit.label(Words.of("facet.is.favourite"), "good"));
    }
    var picture = Images.view(previews.of(s, 256, model.litProperty().get()), 92);
    picture.setOnMouseClicked(e -> ways.look().run());
    return new HBox(12, picture, right);
  }

  private Node actions(List<ShelvedItem> items) {
    Button go = Kit.button(Words.of("tag.install"), ways.install(), "main");
    go.setId("tag-install");
    Button large = Kit.button(Words.of(items.size() == 1 ? "tag.look" : "tag.beside"), ways.look());
    large.setId("tag-look");
    Button more = Kit.button("⋯", () -> {});
    more.setId("tag-more");
    more.setAccessibleText(Words.of("tag.more"));
    more.setOnAction(e ->
        new TagMenu(model, actions, items, () -> split(items.getFirst()), ways)
            .show(more, Side.BOTTOM, 0, 4));
    return new HBox(8, go, large, more);
  }

  /** Choosing the maps that become an item of their own, in place of the tag. */
  private void split(ShelvedItem s) {
    tag.getChildren().setAll(parts.splitForm(s, () -> show(List.of(s))));
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
      if (purchaseOpen || empty.size() < PURCHASE.size()) {
        Kit.row(g, Words.of("tag.invoice"), new InvoiceBox(s, shelf, actions));
      }
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
  private int packItems(List<ShelvedItem> items) {
    Set<String> packs = new TreeSet<>();
    items.forEach(s -> packs.add(s.pack().id()));
    return packs.stream().mapToInt(p -> model.known().itemsOfPack().getOrDefault(p, 0)).sum();
  }

  private void licence(List<ShelvedItem> items) {
    section("tag.licence");
    List<String> known = new ArrayList<>(model.known().licences());
    shelf.licences().all().stream()
        .map(Licence::id)
        .filter(id -> !known.contains(id))
        .forEach(known::add);
    Node field = editor(Field.LICENCE, items).choice(known);
    field.setAccessibleText(Words.of("tag.licence"));
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
    if (items.size() == 1) {
      tag.getChildren().add(parts.licenceText(items.getFirst()));
    }
  }

  private void own(List<ShelvedItem> items) {
    section("tag.own");
    GridPane g = grid();
    row(g, Field.TILE, items, false);
    if (items.size() == 1) {
      TagParts.density(items.getFirst()).ifPresent(d -> plain(g, "tag.detail", d));
    }
    row(g, Field.RELIEF, items, false);
    row(g, Field.RATING, items, false);
    row(g, Field.TAGS, items, false);
    row(g, Field.COLLECTIONS, items, false);
    row(g, Field.PROJECTS, items, false);
    Node notes = editor(Field.NOTES, items).area();
    Kit.row(g, Words.of("field.notes"), notes);
    tag.getChildren().add(g);
  }

  private void row(GridPane g, Field f, List<ShelvedItem> items, boolean sources) {
    FieldEditor e = editor(f, items);
    Node n = sources ? e.choice(model.known().sources()) : e.line();
    Kit.row(g, Words.of("field." + f.id()), n);
  }

  private static void plain(GridPane g, String key, String value) {
    if (value != null) {
      Label l = Kit.label(value, "record-plain");
      l.setMaxWidth(180);
      l.setTooltip(new javafx.scene.control.Tooltip(value));
      Kit.row(g, Words.of(key), l);
    }
  }

  private FieldEditor editor(Field f, List<ShelvedItem> items) {
    return new FieldEditor(f, items, actions, () -> rebuilding);
  }

  private static GridPane grid() {
    GridPane g = new GridPane();
    g.setVgap(1);
    g.setHgap(4);
    return g;
  }
}
