package keepshelf.desktop.projects;

import java.util.function.Function;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.projects.Project;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Asks what a job is: for whom, what kind, what is handed over, how many work on it, how long. */
final class ProjectForm extends VBox {
  private final TextField name = field("project-name");
  private final TextField client = field("project-client");
  private final ComboBox<Project.Kind> kind =
      choice("project-kind", Project.Kind.values(), k -> Words.of("projects.kind." + k.id()));
  private final ComboBox<Project.HandedOver> handed =
      choice(
          "project-handed",
          Project.HandedOver.values(),
          h -> Words.of("projects.handover." + h.id()));
  private final TextField seats = field("project-seats");
  private final TextField territory = field("project-territory");
  private final TextField from = field("project-from");
  private final TextField to = field("project-to");
  private final TextArea notes = Kit.area("");
  private final Label wrong = Kit.wrapped("", "bad");

  /**
   * For a job that is there, or a new one.
   *
   * @param was the job, or null for a new one
   */
  ProjectForm(ProjectsModel model, Project was, Runnable close) {
    super(10);
    setId("project-form");
    getStyleClass().addAll("notice", "note-edge");
    setMaxSize(460, USE_PREF_SIZE);
    setStyle("-fx-padding: 16;");
    Project p = was == null ? Project.named("–") : was;
    name.setText(was == null ? "" : p.name());
    // The name is what items are marked with; another one would be another job.
    name.setDisable(was != null);
    client.setText(text(p.client()));
    kind.setValue(p.kind());
    handed.setValue(p.handedOver());
    seats.setText(String.valueOf(p.seats()));
    territory.setText(text(p.territory()));
    from.setText(text(p.from()));
    from.setPromptText(Words.of("projects.day"));
    to.setText(text(p.to()));
    to.setPromptText(Words.of("projects.day"));
    notes.setText(text(p.notes()));
    notes.setId("project-notes");
    notes.getStyleClass().add("form-area");
    notes.setPrefRowCount(3);
    notes.setWrapText(true);
    GridPane g = new GridPane();
    g.setVgap(7);
    g.setHgap(8);
    Kit.row(g, Words.of("projects.field.name"), name);
    Kit.row(g, Words.of("projects.field.client"), client);
    Kit.row(g, Words.of("projects.field.kind"), kind);
    Kit.row(g, Words.of("projects.field.handed"), handed);
    Kit.row(g, Words.of("projects.field.seats"), seats);
    Kit.row(g, Words.of("projects.field.territory"), territory);
    Kit.row(g, Words.of("projects.field.from"), from);
    Kit.row(g, Words.of("projects.field.to"), to);
    Kit.row(g, Words.of("projects.field.notes"), notes);
    wrong.managedProperty().bind(wrong.textProperty().isNotEmpty());
    var keep = Kit.button(Words.of("projects.keep"), () -> keep(model, was, close), "main");
    keep.setId("project-keep");
    keep.setDefaultButton(true);
    HBox buttons = new HBox(8, Kit.spring(), Kit.button(Words.of("projects.cancel"), close), keep);
    getChildren()
        .addAll(
            Kit.label(
                was == null ? Words.of("projects.new") : Words.of("projects.edit", p.name()),
                "heading"),
            g,
            wrong,
            buttons);
  }

  private void keep(ProjectsModel model, Project was, Runnable close) {
    try {
      if (was == null
          && model.rows().stream()
              .anyMatch(r -> r.project().name().equalsIgnoreCase(name.getText().strip()))) {
        throw new IllegalArgumentException(Words.of("projects.exists", name.getText().strip()));
      }
      model.put(
          new Project(
              name.getText(),
              blank(client),
              kind.getValue(),
              handed.getValue(),
              number(seats.getText()),
              blank(territory),
              blank(from),
              blank(to),
              notes.getText().isBlank() ? null : notes.getText().strip(),
              was == null ? null : was.uses()));
      close.run();
    } catch (IllegalArgumentException e) {
      wrong.setText(e.getMessage());
    }
  }

  private static int number(String text) {
    try {
      int n = Integer.parseInt(text.strip());
      if (n > 0) {
        return n;
      }
    } catch (NumberFormatException e) {
      // Said below.
    }
    throw new IllegalArgumentException(Words.of("projects.seats.wrong", text));
  }

  private static String blank(TextField f) {
    return f.getText().isBlank() ? null : f.getText().strip();
  }

  private static String text(String s) {
    return s == null ? "" : s;
  }

  private static TextField field(String id) {
    TextField f = new TextField();
    f.setId(id);
    return f;
  }

  private static <T> ComboBox<T> choice(String id, T[] values, Function<T, String> words) {
    ComboBox<T> box = new ComboBox<>();
    box.setId(id);
    box.getItems().setAll(values);
    box.setConverter(Choices.titled(words));
    return box;
  }
}
