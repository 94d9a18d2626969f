package keepshelf.desktop.hosts;

import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import javafx.collections.MapChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.util.StringConverter;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** The fitting table with plan and proof below. */
public final class HostsView implements Place {
  private final HostsModel model;
  private final FilePicker picker;
  private final HBox header = new HBox(10);
  private final TextField find = new TextField();
  private final ComboBox<HostRows.Group> group = new ComboBox<>();
  private final StackPane content = new StackPane();
  private final FitTable table;
  private final PlanPane plan;
  private boolean toFill;

  /** Shows {@code model}; {@code picker} asks for a host's folder. */
  public HostsView(HostsModel model, Shelf shelf, Pictures pictures, FilePicker picker) {
    this.model = model;
    this.picker = picker;
    this.plan = new PlanPane(model, shelf, pictures);
    this.table =
        new FitTable(
            model,
            new CardPictures(shelf, pictures),
            new FitTable.HostActions() {
              @Override
              public void open(HostRecord h) {
                model.hostList().open(h);
              }

              @Override
              public void edit(HostRecord h) {
                editProfile(h);
              }

              @Override
              public void moved(HostRecord h) {
                picker
                    .folder(content.getScene().getWindow())
                    .ifPresent(p -> model.hostList().follow(h, p));
              }
            },
            this::key);
    fillHeader();
    BorderPane all = new BorderPane(table);
    all.setBottom(plan);
    content.getChildren().add(all);
    Runnable again = this::fillSoon;
    model.rows().shown().addListener((ListChangeListener<ItemCard>) c -> again.run());
    model.hosts().addListener((ListChangeListener<HostRecord>) c -> again.run());
    model.states().addListener((MapChangeListener<Cell, Object>) c -> again.run());
    model.plans().addListener((MapChangeListener<Cell, Object>) c -> again.run());
    model.rows().groups().addListener((ListChangeListener<HostRows.Group>) c -> groups());
    model.focusProperty().addListener(o -> markFocus());
    model.lastProofProperty().addListener(o -> plan.show());
    groups();
    fill();
  }

  private void fillHeader() {
    find.setId("hosts-find");
    find.setPromptText(Words.of("hosts.find"));
    find.setPrefColumnCount(14);
    find.textProperty().bindBidirectional(model.rows().wordsProperty());
    find.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ESCAPE || e.getCode() == KeyCode.ENTER) {
        if (e.getCode() == KeyCode.ESCAPE) {
          find.clear();
        }
        table.focus();
        e.consume();
      }
    });
    group.setId("hosts-group");
    group.setAccessibleText(Words.of("spoken.group"));
    group.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(HostRows.Group g) {
            return g == null || g == HostRows.Group.ALL
                ? Words.of("hosts.allitems")
                : Words.of("hosts.group." + g.key(), g.name());
          }

          @Override
          public HostRows.Group fromString(String text) {
            return group.getValue();
          }
        });
    group
        .valueProperty()
        .addListener(
            (o, was, is) -> model.rows().groupProperty().set(is == null ? HostRows.Group.ALL : is));
    CheckBox installed = new CheckBox(Words.of("hosts.installedonly"));
    installed.selectedProperty().bindBidirectional(model.rows().installedOnlyProperty());
    installed.setMinWidth(Region.USE_PREF_SIZE);
    var check = Kit.button(Words.of("hosts.check"), model::check);
    check.setMinWidth(Region.USE_PREF_SIZE);
    var add = Kit.button(Words.of("hosts.add"), this::askForHost);
    add.setId("add-host");
    add.setMinWidth(Region.USE_PREF_SIZE);
    header.getChildren().addAll(find, group, installed, Kit.spring(), check, add);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
  }

  private void groups() {
    var now = group.getValue();
    group.getItems().setAll(model.rows().groups());
    group.setValue(group.getItems().contains(now) ? now : HostRows.Group.ALL);
  }

  private void over(Region pane, Pos where) {
    if (content.getChildren().size() > 1) {
      return;
    }
    StackPane.setAlignment(pane, where);
    StackPane.setMargin(pane, new Insets(12));
    content.getChildren().add(pane);
  }

  private void askForHost() {
    HostForm[] form = new HostForm[1];
    form[0] = new HostForm(model.hostList(), picker, () -> content.getChildren().remove(form[0]));
    over(form[0], Pos.TOP_RIGHT);
  }

  private void editProfile(HostRecord h) {
    model
        .hostList()
        .profile(h.name())
        .ifPresent(p -> {
          ProfileEditor[] editor = new ProfileEditor[1];
          editor[0] =
              new ProfileEditor(
                  model.hostList(), h, p, () -> content.getChildren().remove(editor[0]));
          over(editor[0], Pos.CENTER);
        });
  }

  /** Opens the editor of a host's profile. */
  public void edit(String host) {
    model.hosts().stream()
        .filter(h -> h.name().equals(host))
        .findFirst()
        .ifPresent(this::editProfile);
  }

  /** Many changes at once, as after a check of all installations, are shown once. */
  private void fillSoon() {
    if (!toFill) {
      toFill = true;
      Platform.runLater(() -> {
        toFill = false;
        fill();
      });
    }
  }

  private void fill() {
    table.fill();
    markFocus();
  }

  private void markFocus() {
    plan.show();
    table.markFocus();
  }

  @Override
  public String name() {
    return Words.of("place.hosts");
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
    return model.unsoundProperty();
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () ->
            Words.of(
                "hosts.status",
                model.installationCount(),
                model.installationCount() - model.unsoundProperty().get()),
        model.states(),
        model.items(),
        model.unsoundProperty());
  }

  @Override
  public String keys() {
    return Words.of("hosts.hint");
  }

  @Override
  public void opened() {
    fill();
    // Later: what lies in a scroll pane is in the scene only after its first layout.
    Platform.runLater(table::focus);
  }

  @Override
  public void key(KeyEvent e) {
    switch (e.getCode()) {
      case UP -> model.move(-1, 0);
      case DOWN -> model.move(1, 0);
      case LEFT -> model.move(0, -1);
      case RIGHT -> model.move(0, 1);
      case SPACE -> {
        Cell at = model.focusProperty().get();
        if (at != null && e.isShiftDown()) {
          model.toggleRow(at.item());
        } else if (at != null && e.isControlDown()) {
          model.toggleColumn(at.host());
        } else if (at != null) {
          model.toggle(at);
        }
      }
      case ENTER -> model.install();
      case PLUS, ADD, EQUALS -> model.step(1);
      case MINUS, SUBTRACT -> model.step(-1);
      case R -> model.renew();
      case V -> model.check();
      case SLASH -> find.requestFocus();
      case DELETE -> model.uninstall();
      case ESCAPE -> {
        if (content.getChildren().size() > 1) {
          content.getChildren().removeLast();
          table.focus();
        } else {
          model.clear();
        }
      }
      default -> {
        return;
      }
    }
    e.consume();
  }
}
