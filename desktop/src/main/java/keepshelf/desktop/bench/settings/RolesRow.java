package keepshelf.desktop.bench.settings;

import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.MenuButton;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.finish.Finishing;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.bench.state.FinishModel;
import keepshelf.desktop.words.Words;

/** Which maps are turned round: a menu of those that the item has. */
final class RolesRow extends SettingRow {
  private final MenuButton menu = new MenuButton();
  private final List<MapRole> roles;

  /** A row for the grey ones of {@code of}. */
  RolesRow(FinishModel model, Collection<MapRole> of) {
    super(model, FinishSetting.INVERTED);
    roles = of.stream().filter(Finishing::canInvert).distinct().sorted().toList();
    menu.setId("finish-inverted");
    menu.setAccessibleText(name());
    menu.getStyleClass().add("small-field");
    for (MapRole r : roles) {
      CheckMenuItem entry = new CheckMenuItem(r.title());
      entry.setId("invert-" + r.id());
      entry.selectedProperty().addListener(o -> say(chosen()));
      menu.getItems().add(entry);
    }
    menu.setDisable(roles.isEmpty());
  }

  private String chosen() {
    return java.util.stream.IntStream.range(0, roles.size())
        .filter(i -> ((CheckMenuItem) menu.getItems().get(i)).isSelected())
        .mapToObj(i -> roles.get(i).id())
        .collect(Collectors.joining(", "));
  }

  @Override
  Node main() {
    return menu;
  }

  @Override
  void shown(String text) {
    List<String> ids = List.of(text.split(", "));
    for (int i = 0; i < roles.size(); i++) {
      ((CheckMenuItem) menu.getItems().get(i)).setSelected(ids.contains(roles.get(i).id()));
    }
    String titles =
        roles.stream()
            .filter(r -> ids.contains(r.id()))
            .map(MapRole::title)
            .collect(Collectors.joining(", "));
    menu.setText(titles.isEmpty() ? Words.of("finish.inverted.none") : titles);
  }
}
