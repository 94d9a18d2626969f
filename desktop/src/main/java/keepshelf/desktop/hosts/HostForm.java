package keepshelf.desktop.hosts;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Asks for the name, profile and folder of a host. */
final class HostForm extends VBox {
  /** A profile as it can be chosen. */
  private record Choice(String reference, HostProfile profile) {}

  HostForm(HostList hosts, FilePicker picker, Runnable close) {
    super(10);
    getStyleClass().add("notice");
    setMaxSize(480, USE_PREF_SIZE);
    setAlignment(Pos.TOP_LEFT);
    ComboBox<Choice> profile = new ComboBox<>();
    profile.setId("host-profile");
    profile.getItems().setAll(choices(hosts));
    profile.setConverter(Choices.titled(c -> c.profile().name() + " · " + c.profile().about()));
    profile.getSelectionModel().selectFirst();
    TextField name = new TextField(profile.getValue().profile().name());
    name.setId("host-name");
    profile
        .valueProperty()
        .addListener((o, was, is) -> {
          if (was != null && name.getText().equals(was.profile().name())) {
            name.setText(is.profile().name());
          }
        });
    TextField folder = new TextField();
    folder.setId("host-folder");
    folder.setPrefColumnCount(24);
    GridPane g = new GridPane();
    g.setVgap(8);
    g.setHgap(8);
    Kit.row(g, Words.of("hosts.profile"), profile);
    Kit.row(g, Words.of("hosts.name"), name);
    Kit.row(g, Words.of("hosts.folder"), folder);
    var ok =
        Kit.button(
            Words.of("hosts.addtitle"),
            () -> {
              hosts.add(
                  name.getText(), profile.getValue().reference(), Path.of(folder.getText().trim()));
              close.run();
            },
            "main");
    ok.setId("host-ok");
    ok.disableProperty().bind(folder.textProperty().isEmpty().or(name.textProperty().isEmpty()));
    HBox buttons =
        new HBox(
            8,
            ok,
            Kit.button(
                Words.of("hosts.folder.choose"),
                () ->
                    picker
                        .folder(getScene().getWindow())
                        .ifPresent(p -> folder.setText(p.toString()))),
            Kit.button(Words.of("hosts.cancel"), close));
    getChildren()
        .addAll(
            Kit.label(Words.of("hosts.addtitle"), "heading"),
            g,
            Kit.wrapped(Words.of("hosts.addhint"), "second"),
            buttons);
  }

  private static List<Choice> choices(HostList hosts) {
    List<Choice> out = new ArrayList<>();
    HostProfile.shipped().forEach(p -> out.add(new Choice(p.id(), p)));
    for (String file : hosts.own()) {
      Optional<HostProfile> p = HostProfile.find(file);
      p.ifPresent(x -> out.add(new Choice(file, x)));
    }
    return out;
  }
}
