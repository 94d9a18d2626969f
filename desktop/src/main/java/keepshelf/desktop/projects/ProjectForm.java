package keepshelf.desktop.projects;

import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import keepshelf.core.projects.Project;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Form;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Asks what a job is: for whom, what kind, what is handed over, how many work on it, how long. */
final class ProjectForm extends Form {
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
  private final TextField density = field("project-density");
  private final CheckBox training = new CheckBox(Words.of("projects.training"));
  private final FlowPane hosts = new FlowPane(12, 6);
  private final TextArea notes = Kit.area("");

  /**
   * For a job that is there, or a new one.
   *
   * @param was the job, or null for a new one
   */
  ProjectForm(ProjectsModel model, Project was, Runnable close) {
    super("project-form", 460);
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
    density.setPromptText(Words.of("projects.density.example"));
    Double wanted = p.asks().pixelsPerMetre();
    density.setText(wanted == null ? "" : String.format(Locale.ROOT, "%.0f", wanted));
    training.setId("project-training");
    training.setSelected(p.asks().training());
    notes.setText(text(p.notes()));
    notes.setId("project-notes");
    notes.getStyleClass().add("form-area");
    notes.setPrefRowCount(3);
    notes.setWrapText(true);
    row(Words.of("projects.field.name"), name);
    row(Words.of("projects.field.client"), client);
    row(Words.of("projects.field.kind"), kind);
    row(Words.of("projects.field.handed"), handed);
    row(Words.of("projects.field.seats"), seats);
    row(Words.of("projects.field.territory"), territory);
    row(Words.of("projects.field.from"), from);
    row(Words.of("projects.field.to"), to);
    row(Words.of("projects.field.density"), density);
    row(Words.of("projects.field.training"), training);
    model.hosts().forEach(h -> hosts.getChildren().add(box(h, p)));
    if (!hosts.getChildren().isEmpty()) {
      row(Words.of("projects.field.hosts"), hosts);
    }
    row(Words.of("projects.field.notes"), notes);
    fill(
        was == null ? Words.of("projects.new") : Words.of("projects.edit", p.name()),
        "project-keep",
        () -> keep(model, was),
        close);
  }

  private void keep(ProjectsModel model, Project was) {
    if (was == null
        && model.rows().stream()
            .anyMatch(r -> r.project().name().equalsIgnoreCase(name.getText().strip()))) {
      throw new IllegalArgumentException(Words.of("projects.exists", name.getText().strip()));
    }
    model.put(
        new Project(
            name.getText(),
            typed(client),
            kind.getValue(),
            handed.getValue(),
            number(seats.getText()),
            typed(territory),
            typed(from),
            typed(to),
            typed(notes),
            was == null ? null : was.uses(),
            new Project.Needs(training.isSelected(), density()),
            (was == null ? Project.Arrangement.NONE : was.arrangement()).withHosts(working())));
  }

  /** A host, ticked when it works for the job. */
  private static CheckBox box(String host, Project p) {
    CheckBox b = new CheckBox(host);
    b.setId("project-host-" + host.toLowerCase(Locale.ROOT));
    b.setSelected(p.arrangement().hosts().stream().anyMatch(host::equalsIgnoreCase));
    b.setTooltip(new Tooltip(Words.of("projects.hosts.tip")));
    return b;
  }

  private List<String> working() {
    return hosts.getChildren().stream()
        .map(CheckBox.class::cast)
        .filter(CheckBox::isSelected)
        .map(CheckBox::getText)
        .toList();
  }

  private Double density() {
    String text = density.getText().strip();
    if (text.isEmpty()) {
      return null;
    }
    try {
      return Double.parseDouble(text.replace(',', '.').replaceAll("\\s*px/m$", ""));
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException(Words.of("projects.density.wrong", text), e);
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

  private static <T> ComboBox<T> choice(String id, T[] values, Function<T, String> words) {
    ComboBox<T> box = new ComboBox<>();
    box.setId(id);
    box.getItems().setAll(values);
    box.setConverter(Choices.titled(words));
    return box;
  }
}
