package keepshelf.desktop.projects;

import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Reason;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** All reasons of the chosen use, and what can be done about it. */
final class UsePane extends HBox {
  private final ProjectsModel model;
  private final Runnable replacement;
  private final Runnable open;

  UsePane(ProjectsModel model, Runnable replacement, Runnable open) {
    super(18);
    this.model = model;
    this.replacement = replacement;
    this.open = open;
    setId("use");
    getStyleClass().add("plan");
    setPadding(new Insets(10, 16, 10, 16));
    managedProperty().bind(visibleProperty());
    model.useProperty().addListener(o -> show());
    show();
  }

  private void show() {
    JudgedUse u = model.useProperty().get();
    setVisible(u != null);
    getChildren().clear();
    if (u == null) {
      return;
    }
    VBox why = new VBox(3);
    HBox.setHgrow(why, Priority.ALWAYS);
    why.setMinWidth(0);
    why.getChildren().add(Kit.label(u.item().item().name(), "plate"));
    for (Reason r : u.reasons()) {
      Label mark =
          Kit.label(
              UseTable.words(r.verdict(), "projects.verdict."),
              "hint",
              "strong",
              UseTable.style(r.verdict()));
      mark.setMinWidth(84);
      Label sentence = Kit.wrapped(r.sentence());
      sentence.setMinWidth(0);
      HBox line = new HBox(6, mark, sentence);
      line.setAlignment(Pos.TOP_LEFT);
      why.getChildren().add(line);
    }
    why.getChildren().add(Kit.wrapped(how(u), "hint"));
    if (!u.verdict().cleared() || u.use().overruled() != null) {
      why.getChildren().add(overruling(u));
    }
    getChildren().addAll(why, ways(u));
  }

  private static String how(JudgedUse u) {
    String got = keepshelf.core.projects.Projects.got(u.item());
    return u.use().since() == null
        ? Words.of("projects.how.marked", got)
        : Words.of(
            switch (u.use().how()) {
              case "by-tracing" -> "projects.how.traced";
              case "by-installation" -> "projects.how.installed";
              case "by-ensemble" -> "projects.how.ensemble";
              default -> "projects.how.hand";
            },
            u.use().since(),
            got);
  }

  private VBox ways(JudgedUse u) {
    var find = Kit.button(Words.of("projects.replace"), replacement);
    find.setId("use-replace");
    var drop = Kit.button(Words.of("projects.drop"), () -> model.drop(u));
    drop.setId("use-drop");
    HBox two = new HBox(8, Kit.button(Words.of("projects.open"), open), drop);
    two.setAlignment(Pos.CENTER_RIGHT);
    VBox box = new VBox(8, find, two);
    box.setAlignment(Pos.TOP_RIGHT);
    box.setMinWidth(USE_PREF_SIZE);
    return box;
  }

  private TextField overruling(JudgedUse u) {
    TextField reason = new TextField(u.use().overruled() == null ? "" : u.use().overruled());
    reason.setId("use-overrule");
    reason.setPromptText(Words.of("projects.overrule.why"));
    reason.setAccessibleText(Words.of("projects.overrule.why"));
    reason.setMaxWidth(420);
    reason.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ENTER) {
        model.overrule(u, reason.getText());
        e.consume();
      }
    });
    return reason;
  }
}
