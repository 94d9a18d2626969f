package keepshelf.desktop.hosts;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/**
 * Edits the profile of a host: the usual conventions by hand at the left, the whole of it as text
 * at the right, checked while one types.
 */
final class ProfileEditor extends VBox {
  private record Choice(String field, List<String> values) {}

  private static final List<Choice> CHOICES =
      List.of(
          new Choice("workflow", List.of("metal-rough", "spec-gloss")),
          new Choice("handedness", List.of("gl", "dx")),
          new Choice("occlusion", List.of("slot", "into-colour", "leave-out")),
          new Choice("opacity", List.of("slot", "alpha-of-colour", "leave-out")),
          new Choice("maxBits", List.of("0", "8")),
          new Choice("maxSide", List.of("0", "1024", "2048", "4096", "8192")),
          new Choice("powerOfTwo", List.of("false", "true")),
          new Choice("package", List.of("false", "true")),
          new Choice("projection", List.of("uv", "triplanar")),
          new Choice("upAxis", List.of("y", "z")),
          new Choice("placement", List.of("copy", "link")),
          new Choice("paths", List.of("relative", "absolute")));

  private final HostList hosts;
  private final HostRecord host;
  private final Runnable close;
  private final TextArea text = Kit.area("");
  private final TextArea template = Kit.area("");
  private final Label verdict = Kit.wrapped("", "second");
  private final GridPane form = new GridPane();
  private final javafx.scene.control.Button keep;
  private ProfileDraft draft;
  private boolean filling;

  ProfileEditor(HostList hosts, HostRecord host, HostProfile profile, Runnable close) {
    super(10);
    this.hosts = hosts;
    this.host = host;
    this.close = close;
    getStyleClass().addAll("notice", "note-edge");
    setId("profile-editor");
    setMaxSize(980, 600);
    setPadding(new Insets(16));
    List<String> taken = new ArrayList<>();
    boolean own = host.profile().endsWith(".json");
    if (!own) {
      HostProfile.shipped().forEach(p -> taken.add(p.id()));
      hosts.own().forEach(f -> HostProfile.find(f).ifPresent(p -> taken.add(p.id())));
    }
    draft = ProfileDraft.copyOf(profile, taken);
    text.setId("profile-text");
    text.getStyleClass().add("mono");
    text.setText(draft.text());
    text.textProperty().addListener((o, was, is) -> typed(is));
    form.setHgap(8);
    form.setVgap(6);
    VBox left = new VBox(10, form);
    left.setMinWidth(270);
    VBox right = new VBox(6, Kit.label(Words.of("hosts.profile.text"), "section"), text);
    VBox.setVgrow(text, Priority.ALWAYS);
    if (profile.template() != null) {
      template.getStyleClass().add("mono");
      template.setId("profile-template");
      template.setPrefRowCount(9);
      try {
        template.setText(profile.templateText(host.profile()));
      } catch (IOException e) {
        template.setText("");
      }
      right
          .getChildren()
          .addAll(Kit.label(Words.of("hosts.profile.template"), "section"), template);
    }
    HBox.setHgrow(right, Priority.ALWAYS);
    HBox both = new HBox(18, left, right);
    VBox.setVgrow(both, Priority.ALWAYS);
    verdict.setId("profile-verdict");
    HBox.setHgrow(verdict, Priority.ALWAYS);
    keep = Kit.button(Words.of("hosts.profile.keep"), this::keep, "main");
    keep.setId("profile-keep");
    HBox foot =
        new HBox(8, verdict, Kit.spring(), keep, Kit.button(Words.of("hosts.cancel"), close));
    getChildren()
        .addAll(
            Kit.label(Words.of("hosts.profile.title", host.name()), "heading"),
            Kit.wrapped(
                Words.of(own ? "hosts.profile.own" : "hosts.profile.copy", profile.name()),
                "second"),
            both,
            foot);
    show();
  }

  private void typed(String now) {
    if (!filling) {
      draft = ProfileDraft.of(now);
      show();
    }
  }

  private void set(String field, String json) {
    draft = draft.with(field, json);
    filling = true;
    text.setText(draft.text());
    filling = false;
    show();
  }

  private void show() {
    keep.setDisable(!draft.sound());
    verdict.setText(draft.sound() ? Words.of("hosts.profile.sound") : draft.trouble());
    verdict.getStyleClass().removeAll("good", "bad", "second");
    verdict.getStyleClass().add(draft.sound() ? "good" : "bad");
    form.getChildren().clear();
    row("name", words("name"));
    row("unit", words("unit"));
    row("unitsPerMetre", words("unitsPerMetre"));
    for (Choice c : CHOICES) {
      row(c.field(), choice(c));
    }
  }

  private void row(String field, Node control) {
    Kit.row(form, Words.of("hosts.field." + field), control);
  }

  private Node words(String field) {
    TextField t = new TextField(draft.field(field).orElse("").replaceFirst("\\.0$", ""));
    t.setPrefColumnCount(10);
    Runnable put =
        () -> {
          String v = t.getText().strip();
          if (!v.equals(draft.field(field).orElse("").replaceFirst("\\.0$", ""))) {
            boolean number = field.equals("unitsPerMetre");
            set(field, number ? v.isEmpty() ? "0" : v : "\"" + v.replace("\"", "") + "\"");
          }
        };
    t.setOnAction(e -> put.run());
    t.focusedProperty()
        .addListener((o, was, is) -> {
          if (was) {
            put.run();
          }
        });
    return t;
  }

  private Node choice(Choice c) {
    ComboBox<String> box = new ComboBox<>();
    box.setId("field-" + c.field());
    Optional<String> now = draft.field(c.field());
    List<String> values = new ArrayList<>(c.values());
    now.filter(v -> !values.contains(v)).ifPresent(values::add);
    box.getItems().setAll(values);
    box.setValue(now.orElse(values.getFirst()));
    box.setPrefWidth(164);
    box.setConverter(
        new javafx.util.StringConverter<>() {
          @Override
          public String toString(String v) {
            String words = v == null ? "" : Words.find("hosts.value." + v);
            return words == null ? v : words;
          }

          @Override
          public String fromString(String s) {
            return s;
          }
        });
    box.valueProperty()
        .addListener((o, was, is) -> {
          boolean word = !is.matches("[0-9]+|true|false");
          set(c.field(), word ? "\"" + is + "\"" : is);
        });
    return box;
  }

  private void keep() {
    hosts.keep(host, draft, template.getText().isEmpty() ? null : template.getText());
    close.run();
  }
}
