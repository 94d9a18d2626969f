package keepshelf.desktop.projects;

import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import keepshelf.core.Shelf;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.preview.Previews;
import keepshelf.core.projects.Frozen;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import keepshelf.core.search.Condition;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Over;
import keepshelf.desktop.likeness.AlikeModel;
import keepshelf.desktop.likeness.AlikePane;
import keepshelf.desktop.likeness.Candidate;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** The place of jobs: may I use it, and whom do I credit? */
public final class ProjectsView implements Place {
  /** Where one goes from here. */
  public record Ways(Consumer<String> toShelf, BiConsumer<String, List<String>> install) {}

  /** States that the menu offers to compare with. */
  private static final int FROZEN = 5;

  private final ProjectsModel model;
  private final Shelf shelf;
  private final WorkList work;
  private final FilePicker picker;
  private final Ways ways;
  private final JobFiles files;
  private final CardPictures pictures;
  private final HBox header = new HBox(10);
  private final StackPane content = new StackPane();
  private final Over over = new Over(content);
  private final UseTable table;
  private Runnable waiting;
  private final CreditsSheet credits;

  /** Shows {@code model}; {@code picker} asks for folders and files. */
  public ProjectsView(
      ProjectsModel model,
      Shelf shelf,
      WorkList work,
      Pictures pictures,
      FilePicker picker,
      Ways ways) {
    this.model = model;
    this.shelf = shelf;
    this.work = work;
    this.picker = picker;
    this.ways = ways;
    this.files = new JobFiles(shelf, work);
    this.pictures = new CardPictures(shelf, pictures);
    this.table = new UseTable(model, shelf, this.pictures, this::toShelf);
    this.credits = new CreditsSheet(model);
    BorderPane middle = new BorderPane(table);
    middle.setBottom(new UsePane(model, this::replacement, this::toShelf));
    BorderPane all = new BorderPane(middle);
    all.setLeft(new ProjectList(model, () -> ask(null)));
    all.setRight(credits);
    content.getChildren().add(all);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    model.chosenProperty().addListener(o -> head());
    head();
  }

  private void head() {
    header.getChildren().clear();
    ProjectsModel.Row row = model.chosenProperty().get();
    if (row == null) {
      return;
    }
    Project p = row.project();
    Label name = Kit.label(p.name(), "heading");
    name.setMinWidth(60);
    header.getChildren().add(name);
    header.getChildren().add(pill(Words.of("projects.kind." + p.kind().id())));
    header.getChildren().add(pill(Words.of("projects.handed." + p.handedOver().id())));
    header.getChildren().add(pill(Words.of("projects.seats", p.seats())));
    if (p.asks().training()) {
      header.getChildren().add(pill(Words.of("projects.trains")));
    }
    if (p.to() != null) {
      header
          .getChildren()
          .add(
              pill(
                  Words.of(
                      "projects.until",
                      DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM)
                          .format(LocalDate.parse(p.to())))));
    }
    Button more = Kit.button("⋯", () -> {});
    more.setId("project-more");
    more.setAccessibleText(Words.of("projects.more"));
    more.setOnAction(e -> files.frozen(p, kept -> menu(p, kept).show(more, Side.BOTTOM, 0, 4)));
    Button report =
        Kit.button(Words.of("projects.report"), () -> save(p, ".pdf", f -> files.report(p, f)));
    report.setId("project-report");
    Button keep =
        Kit.button(
            Words.of("projects.save"),
            () ->
                save(
                    p,
                    "-credits.txt",
                    f ->
                        files.credits(
                            p, List.copyOf(model.uses()), model.briefProperty().get(), f)),
            "main");
    keep.setId("project-credits");
    header.getChildren().addAll(Kit.spring(), more, report, keep);
  }

  private Node pill(String text) {
    Button b = Kit.button(text, () -> ask(model.chosenProperty().get().project()), "pill");
    b.setMinWidth(0);
    return b;
  }

  private ContextMenu menu(Project p, List<Frozen> kept) {
    ContextMenu m = new ContextMenu();
    add(m, "projects.menu.edit", () -> ask(p));
    add(m, "projects.menu.trace", () -> picker.folder(window()).ifPresent(f -> trace(List.of(f))));
    add(m, "projects.menu.hand", () -> save(p, ".zip", f -> files.handOver(p, f)));
    add(m, "projects.menu.freeze", () -> files.freeze(p));
    if (model.useProperty().get() != null) {
      add(m, "projects.menu.earlier", () -> model.credit(true));
      add(m, "projects.menu.later", () -> model.credit(false));
    }
    for (Frozen f : kept.stream().limit(FROZEN).toList()) {
      MenuItem i =
          new MenuItem(
              Words.of("projects.menu.compare", f.at().substring(0, 16).replace('T', ' ')));
      i.setOnAction(e -> files.compare(p, f));
      m.getItems().add(i);
    }
    add(
        m,
        "projects.menu.boards",
        () -> ways.toShelf().accept(Condition.typed("project", p.name())));
    return m;
  }

  private static void add(ContextMenu m, String key, Runnable what) {
    MenuItem i = new MenuItem(Words.of(key));
    i.setOnAction(e -> what.run());
    m.getItems().add(i);
  }

  private javafx.stage.Window window() {
    return content.getScene().getWindow();
  }

  private void save(Project p, String ending, Consumer<Path> to) {
    String name = p.name().replaceAll("[\\\\/:*?\"<>|\\x00-\\x1f]", "-") + ending;
    Optional<Path> file = picker.save(window(), name);
    file.ifPresent(to);
  }

  /** Asks what a job is; null for a new one. */
  void ask(Project p) {
    if (!over.isOpen()) {
      StackPane ground = new StackPane(new ProjectForm(model, p, this::closeOver));
      ground.setPadding(new Insets(14));
      ground.setAlignment(Pos.TOP_LEFT);
      lay(ground);
    }
  }

  private void lay(Region pane) {
    over.lay(pane, e -> {}, () -> {});
  }

  private void closeOver() {
    over.close();
    table.focus();
    Runnable next = waiting;
    waiting = null;
    if (next != null) {
      next.run();
    }
  }

  /** Looks what of the shelf lies in folders or files of the chosen job. */
  public void trace(List<Path> paths) {
    ProjectsModel.Row row = model.chosenProperty().get();
    if (row == null || over.isOpen()) {
      return;
    }
    files.trace(row.project(), paths, t -> show(row.project(), t));
  }

  private void show(Project p, JobFiles.Traced t) {
    if (over.isOpen()) {
      // What is being typed there goes first.
      waiting = () -> show(p, t);
      return;
    }
    lay(
        new TracePane(
            t,
            new ArrayList<>(model.uses()),
            (file, what) -> files.settle(p, file, what),
            () -> {
              model.useTraced(p, t.trace().items());
              closeOver();
            },
            this::closeOver));
  }

  /** Looks for something that looks like the chosen use and may be used. */
  void replacement() {
    JudgedUse u = model.useProperty().get();
    ProjectsModel.Row row = model.chosenProperty().get();
    if (u == null || row == null || over.isOpen()) {
      return;
    }
    AlikeModel alike = new AlikeModel(shelf, work, row.project());
    String id = u.item().item().id();
    alike.like(id);
    lay(
        new AlikePane(
            alike,
            pictures,
            Images.view(pictures.of(u.item(), 256, Previews.Lit.USUAL), AlikePane.LARGE),
            u.item().item().name(),
            Words.of("projects.replace.take"),
            new AlikePane.Ways() {
              @Override
              public void take(Candidate c) {
                closeOver();
                model.replace(
                    u, c.card().id(), hosts -> ways.install().accept(c.card().id(), hosts));
              }

              @Override
              public void close() {
                closeOver();
              }

              @Override
              public LicenceClass glance(Candidate c) {
                return shelf.licences().glance(c.card().pack().licence());
              }
            }));
  }

  private void toShelf() {
    JudgedUse u = model.useProperty().get();
    if (u != null) {
      ways.toShelf().accept('"' + u.item().item().name().replace('"', ' ') + '"');
    }
  }

  @Override
  public String name() {
    return Words.of("place.projects");
  }

  @Override
  public Node header() {
    return header;
  }

  @Override
  public Node content() {
    return content;
  }

  @Override
  public ObservableValue<Number> attention() {
    return model.attentionProperty();
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () -> Words.of("projects.status", model.rows().size()), model.rows());
  }

  @Override
  public String keys() {
    return Words.of("projects.hint");
  }

  @Override
  public void opened() {
    model.opened();
    Platform.runLater(table::focus);
  }

  @Override
  public void key(KeyEvent e) {
    if (over.isOpen()) {
      if (e.getCode() == javafx.scene.input.KeyCode.ESCAPE) {
        closeOver();
        e.consume();
      }
      return;
    }
    switch (e.getCode()) {
      case UP, DOWN -> {
        boolean up = e.getCode() == javafx.scene.input.KeyCode.UP;
        if (e.isAltDown()) {
          model.credit(up);
        } else {
          model.move(up ? -1 : 1);
        }
      }
      case ENTER -> toShelf();
      case F -> replacement();
      case N -> ask(null);
      case E -> {
        if (model.chosenProperty().get() != null) {
          ask(model.chosenProperty().get().project());
        }
      }
      case T -> picker.folder(window()).ifPresent(f -> trace(List.of(f)));
      case C -> credits.copy();
      case Z -> {
        if (e.isControlDown()) {
          model.undo();
        }
      }
      case DELETE -> {
        if (model.useProperty().get() != null) {
          model.drop(model.useProperty().get());
        }
      }
      default -> {
        return;
      }
    }
    e.consume();
  }
}
