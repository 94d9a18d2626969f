package keepshelf.desktop.shelf;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.search.Condition;
import keepshelf.core.search.Found;
import keepshelf.core.search.Query;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.OneRow;
import keepshelf.desktop.words.Words;

/**
 * What the query asks for, as chips that can be taken away, and menus of what it could be narrowed
 * down by, with counts. All of it reads and writes the query's text.
 */
final class FilterBar extends HBox {
  private static final int MOST_VALUES = 18;

  private static final List<String> FACETS =
      List.of(
          "kind", "source", "licence", "maps", "res", "is", "in", "project", "collection", "tag");

  private final ShelfModel model;
  private final java.util.function.Supplier<Map<String, String>> saved;
  private final java.util.function.BiConsumer<String, String> save;
  private final OneRow row = new OneRow();
  private final Button named;
  private final Label count = Kit.label("", "second");
  private final Map<String, Button> menus = new LinkedHashMap<>();

  /**
   * Shows and changes the query of {@code model}.
   *
   * @param saved the named searches
   * @param save keeps a query under a name, or forgets the name when the query is null
   */
  FilterBar(
      ShelfModel model,
      java.util.function.Supplier<Map<String, String>> saved,
      java.util.function.BiConsumer<String, String> save) {
    super(6);
    this.model = model;
    this.saved = saved;
    this.save = save;
    getStyleClass().add("bar");
    setAlignment(Pos.CENTER_LEFT);
    setMinHeight(40);
    setHgrow(row, Priority.ALWAYS);
    for (String f : FACETS) {
      Button b = Kit.button(Words.of("facet." + f), () -> {}, "pill");
      b.setId("facet-" + f);
      b.setOnAction(e -> menu(f).show(row.holder(b), Side.BOTTOM, 0, 4));
      menus.put(f, b);
    }
    named = Kit.button(Words.of("shelf.saved"), () -> {}, "pill");
    named.setId("saved-searches");
    named.setOnAction(e -> savedMenu().show(row.holder(named), Side.BOTTOM, 0, 4));
    count.setId("shelf-count");
    count.setMinWidth(USE_PREF_SIZE);
    getChildren().addAll(row, count);
    model.foundProperty().addListener((o, was, is) -> show(is));
  }

  private void show(Found f) {
    List<Button> all = new ArrayList<>();
    for (Condition c : f.query().conditions()) {
      Button chip =
          Kit.button(
              Words.of("shelf.chip", c.text()),
              () -> model.wordsProperty().set(f.query().without(c).text()),
              "pill",
              "chosen");
      chip.setAccessibleText(Words.of("shelf.chip.remove", c.text()));
      all.add(chip);
    }
    menus.forEach((key, b) -> {
      boolean any = !f.facets().getOrDefault(key, Map.of()).isEmpty();
      // A menu without a choice, or one whose chip stands there already, only takes room.
      if (any && f.query().conditions().stream().noneMatch(c -> c.key().equals(key))) {
        all.add(b);
      }
    });
    all.add(named);
    row.show(all);
    count.setText(Words.of("shelf.count", f.cards().size(), model.count()));
  }

  private ContextMenu menu(String key) {
    ContextMenu m = new ContextMenu();
    Found f = model.foundProperty().get();
    Map<String, Integer> counts = f == null ? Map.of() : f.facets().getOrDefault(key, Map.of());
    counts.entrySet().stream()
        .sorted(
            key.equals("res")
                ? java.util.Comparator.comparing(
                    e -> keepshelf.core.model.Resolution.pixels(e.getKey()))
                : Map.Entry.<String, Integer>comparingByValue().reversed())
        .limit(MOST_VALUES)
        .forEach(e -> m.getItems().add(item(key, e.getKey(), e.getValue())));
    if (key.equals("is")) {
      m.getItems().add(new SeparatorMenuItem());
      m.getItems().add(choice("used:no", Words.of("facet.never.used")));
    }
    if (key.equals("licence")) {
      m.getItems().add(new SeparatorMenuItem());
      m.getItems().add(choice("licence:commercial", Words.of("facet.commercial")));
    }
    return m;
  }

  private MenuItem item(String key, String value, int n) {
    HBox line =
        new HBox(
            16, Kit.label(title(key, value)), Kit.spring(), Kit.label(String.valueOf(n), "second"));
    line.setMinWidth(170);
    CustomMenuItem i = new CustomMenuItem(line);
    i.setOnAction(e -> ask(key.equals("res") ? "res>=" + value : Condition.typed(key, value)));
    return i;
  }

  private MenuItem choice(String condition, String title) {
    MenuItem i = new MenuItem(title);
    i.setOnAction(e -> ask(condition));
    return i;
  }

  private void ask(String condition) {
    model.wordsProperty().set(Query.of(model.wordsProperty().get()).with(condition).text());
  }

  private static String title(String key, String value) {
    return switch (key) {
      case "kind" -> ItemKind.ofId(value).map(ItemKind::plural).orElse(value);
      case "maps" -> MapRole.ofId(value).map(MapRole::title).orElse(value);
      case "res" -> Words.of("facet.res.ormore", value);
      case "is" -> Words.of("facet.is." + value);
      case "source" -> value.equals("none") ? Words.of("shelf.nosource") : value;
      case "licence" -> value.equals("none") ? Words.of("shelf.nolicence") : value;
      default -> value;
    };
  }

  private ContextMenu savedMenu() {
    ContextMenu m = new ContextMenu();
    saved
        .get()
        .forEach((name, query) -> {
          Button forget = Kit.button("×", () -> {}, "quiet");
          forget.setAccessibleText(Words.of("shelf.saved.forget", name));
          HBox line =
              new HBox(16, Kit.label(name), Kit.spring(), Kit.label(query, "second"), forget);
          line.setAlignment(Pos.CENTER_LEFT);
          CustomMenuItem i = new CustomMenuItem(line);
          i.setOnAction(e -> model.wordsProperty().set(query));
          forget.setOnAction(e -> {
            save.accept(name, null);
            m.hide();
          });
          m.getItems().add(i);
        });
    if (!m.getItems().isEmpty()) {
      m.getItems().add(new SeparatorMenuItem());
    }
    TextField name = new TextField();
    name.setPromptText(Words.of("shelf.saved.name"));
    name.setId("saved-name");
    name.getStyleClass().add("small-field");
    CustomMenuItem keep = new CustomMenuItem(name, false);
    name.setOnAction(e -> {
      if (!name.getText().isBlank() && !model.wordsProperty().get().isBlank()) {
        save.accept(name.getText(), model.wordsProperty().get());
        m.hide();
      }
    });
    name.setDisable(model.wordsProperty().get().isBlank());
    m.getItems().add(keep);
    return m;
  }
}
