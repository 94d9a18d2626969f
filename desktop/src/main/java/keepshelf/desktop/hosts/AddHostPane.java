package keepshelf.desktop.hosts;

import java.nio.file.Path;
import java.util.function.BiConsumer;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import keepshelf.core.install.HostProfile;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Kit;

/** Asks for the name, profile and folder of a host. */
final class AddHostPane extends VBox {
  AddHostPane(HostsModel model, FilePicker picker, Runnable close) {
    super(10);
    getStyleClass().add("notice");
    setMaxSize(460, USE_PREF_SIZE);
    setAlignment(Pos.TOP_LEFT);
    ComboBox<HostProfile> profile = new ComboBox<>();
    profile.getItems().setAll(HostProfile.shipped());
    profile.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(HostProfile p) {
            return p == null ? "" : p.name() + " · " + p.about();
          }

          @Override
          public HostProfile fromString(String s) {
            return null;
          }
        });
    profile.getSelectionModel().selectFirst();
    TextField name = new TextField(profile.getValue().name());
    name.setId("host-name");
    TextField folder = new TextField();
    folder.setId("host-folder");
    folder.setPrefColumnCount(24);
    GridPane g = new GridPane();
    g.setVgap(8);
    g.setHgap(8);
    Kit.row(g, Words.of("hosts.profile"), profile);
    Kit.row(g, Words.of("hosts.name"), name);
    Kit.row(g, Words.of("hosts.folder"), folder);
    BiConsumer<String, String> add =
        (n, f) -> {
          model.add(n, profile.getValue(), Path.of(f.trim()));
          close.run();
        };
    var ok =
        Kit.button(
            Words.of("hosts.addtitle"), () -> add.accept(name.getText(), folder.getText()), "main");
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
    getChildren().addAll(Kit.label(Words.of("hosts.addtitle"), "heading"), g, buttons);
  }
}
