package keepshelf.desktop.upkeep;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.licensing.Answer;
import keepshelf.core.licensing.Licence;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;

/**
 * The licences with what they allow: those that nobody has settled first, then those in use, then
 * the rest. One's own are entered and changed here.
 */
public final class LicencesPane extends HBox {
  /** The questions that are answered with yes, no or not known. */
  private enum Term {
    COMMERCIAL,
    ATTRIBUTION,
    DERIVATIVES,
    SHARE_ALIKE,
    REDISTRIBUTION,
    HAND_OVER,
    EDITORIAL_ONLY,
    MACHINE_LEARNING
  }

  private final Upkeep upkeep;
  private final Map<String, Integer> used;
  private final Consumer<String> showItems;
  private final Runnable close;
  private final ListView<Licence> list = new ListView<>();
  private final VBox form = new VBox(8);

  /**
   * Over the licences of the shelf.
   *
   * @param used how many items stand under each, by its identifier
   * @param showItems shows the items under a licence
   */
  public LicencesPane(
      Upkeep upkeep, Map<String, Integer> used, Consumer<String> showItems, Runnable close) {
    super(18);
    this.upkeep = upkeep;
    this.used = new LinkedHashMap<>(used);
    this.showItems = showItems;
    this.close = close;
    setId("licences-pane");
    getStyleClass().addAll("notice", "note-edge");
    setMaxWidth(880);
    setPadding(new Insets(16));
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("licences.title"));
    list.setId("licence-list");
    list.setCellFactory(l -> new Row());
    list.setPrefSize(320, 470);
    list.setMinWidth(320);
    var add = Kit.button(Words.of("licences.add"), () -> edit(Licence.unsettled("LicenseRef-")));
    add.setId("licence-add");
    VBox left = new VBox(10, Kit.label(Words.of("licences.title"), "heading"), list, add);
    HBox.setHgrow(form, Priority.ALWAYS);
    form.setMinWidth(430);
    getChildren().addAll(left, form);
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener((o, was, is) -> {
          if (is != null) {
            edit(is);
          }
        });
    fill();
  }

  private void fill() {
    list.getItems().setAll(upkeep.licences(used.keySet()));
    list.getSelectionModel().selectFirst();
  }

  private void edit(Licence l) {
    form.getChildren().clear();
    boolean fresh = l.id().equals("LicenseRef-");
    TextField id = field(l.id(), "licence-id");
    id.setDisable(!fresh);
    TextField name = field(l.name(), "licence-name");
    TextField page = field(l.page(), "licence-page");
    Map<Term, ComboBox<String>> terms = new EnumMap<>(Term.class);
    GridPane g = new GridPane();
    g.setHgap(8);
    g.setVgap(4);
    Kit.row(g, Words.of("licences.id"), id);
    Kit.row(g, Words.of("field.name"), name);
    Kit.row(g, Words.of("field.page"), page);
    for (Term t : Term.values()) {
      ComboBox<String> c = new ComboBox<>();
      for (Answer a : Answer.values()) {
        c.getItems().add(Words.of("licences.answer." + a.id()));
      }
      c.getSelectionModel().select(answer(l, t).ordinal());
      c.getStyleClass().add("small-field");
      c.setId("term-" + t.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-'));
      terms.put(t, c);
      Kit.row(g, Words.of("licences.term." + t.name().toLowerCase(java.util.Locale.ROOT)), c);
    }
    TextField seats = field(l.seats() == null ? "" : String.valueOf(l.seats()), "licence-seats");
    seats.setPromptText(Words.of("licences.seats.any"));
    CheckBox subscription = new CheckBox(Words.of("licences.subscription"));
    subscription.setSelected(l.subscription());
    Kit.row(g, Words.of("field.seats"), seats);
    Kit.row(g, "", subscription);
    TextArea text = Kit.area(l.text() == null ? "" : l.text());
    text.setWrapText(true);
    text.setPrefRowCount(3);
    text.setId("licence-text");
    text.setAccessibleText(Words.of("spoken.licence.text"));
    text.getStyleClass().add("framed-area");
    var save =
        Kit.button(
            Words.of(upkeep.own(l.id()) || fresh ? "licences.save" : "licences.save.own"),
            () -> save(id, name, page, terms, seats, subscription, text),
            "main");
    save.setId("licence-save");
    HBox buttons = new HBox(8, save);
    int n = used.getOrDefault(l.id(), 0);
    if (n > 0) {
      buttons
          .getChildren()
          .add(
              Kit.button(
                  Words.of("licences.items", n),
                  () -> {
                    close.run();
                    showItems.accept(l.id());
                  }));
    }
    buttons
        .getChildren()
        .addAll(Kit.spring(), Kit.button(Words.of("notice.close"), close, "quiet"));
    form.getChildren()
        .addAll(
            Kit.label(fresh ? Words.of("licences.new") : l.title(), "heading"),
            Kit.wrapped(String.join(" ", l.inWords()), l.isUnsettled() ? "attention" : "second"),
            g,
            text,
            buttons);
  }

  private static TextField field(String text, String id) {
    TextField f = new TextField(text == null ? "" : text);
    f.setId(id);
    f.getStyleClass().add("small-field");
    f.setPrefColumnCount(24);
    return f;
  }

  private static Answer answer(Licence l, Term t) {
    return switch (t) {
      case COMMERCIAL -> l.commercial();
      case ATTRIBUTION -> l.attribution();
      case DERIVATIVES -> l.derivatives();
      case SHARE_ALIKE -> l.shareAlike();
      case REDISTRIBUTION -> l.redistribution();
      case HAND_OVER -> l.handOver();
      case EDITORIAL_ONLY -> l.editorialOnly();
      case MACHINE_LEARNING -> l.machineLearning();
    };
  }

  private void save(
      TextField id,
      TextField name,
      TextField page,
      Map<Term, ComboBox<String>> terms,
      TextField seats,
      CheckBox subscription,
      TextArea text) {
    id.getStyleClass().remove("wrong");
    seats.getStyleClass().remove("wrong");
    String key = id.getText().strip();
    Integer people = null;
    if (key.isEmpty() || key.equals("LicenseRef-")) {
      id.getStyleClass().add("wrong");
      return;
    }
    if (!seats.getText().isBlank()) {
      if (!seats.getText().strip().matches("[1-9]\\d{0,5}")) {
        seats.getStyleClass().add("wrong");
        return;
      }
      people = Integer.valueOf(seats.getText().strip());
    }
    Map<Term, Answer> a = new EnumMap<>(Term.class);
    terms.forEach((t, c) -> a.put(t, Answer.values()[c.getSelectionModel().getSelectedIndex()]));
    upkeep.put(
        new Licence(
            key,
            name.getText().isBlank() ? key : name.getText().strip(),
            page.getText().isBlank() ? null : page.getText().strip(),
            a.get(Term.COMMERCIAL),
            a.get(Term.ATTRIBUTION),
            a.get(Term.DERIVATIVES),
            a.get(Term.SHARE_ALIKE),
            a.get(Term.REDISTRIBUTION),
            a.get(Term.HAND_OVER),
            a.get(Term.EDITORIAL_ONLY),
            a.get(Term.MACHINE_LEARNING),
            people,
            subscription.isSelected(),
            text.getText().isBlank() ? null : text.getText().strip()),
        () -> {
          fill();
          list.getItems().stream()
              .filter(l -> l.id().equals(key))
              .findFirst()
              .ifPresent(list.getSelectionModel()::select);
        });
  }

  private final class Row extends ListCell<Licence> {
    @Override
    protected void updateItem(Licence l, boolean empty) {
      super.updateItem(l, empty);
      if (empty || l == null) {
        setGraphic(null);
        return;
      }
      int n = used.getOrDefault(l.id(), 0);
      Label count = Kit.label(n == 0 ? "" : Words.of("shelf.board.count", n), "second");
      // Whole: what tells them apart often stands at the end.
      Label name = Kit.wrapped(l.title(), l.isUnsettled() ? "attention" : "strong");
      name.setPrefWidth(n == 0 ? 270 : 210);
      name.setTooltip(new javafx.scene.control.Tooltip(l.id()));
      HBox h = new HBox(8, Signs.licence(l.glance()), name, Kit.spring(), count);
      h.setAlignment(Pos.CENTER_LEFT);
      h.setPadding(new Insets(4, 6, 4, 2));
      h.getStyleClass().add("licence-row");
      setGraphic(h);
      setAccessibleText(Kit.spoken(h));
      setPrefWidth(0);
    }
  }
}
