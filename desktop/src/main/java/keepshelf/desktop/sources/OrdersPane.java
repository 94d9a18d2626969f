package keepshelf.desktop.sources;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.order.OrderField;
import keepshelf.core.sources.order.OrderList;
import keepshelf.core.sources.order.OrderTable;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** A list of orders, above each column of which a person says what it is. */
final class OrdersPane extends VBox {
  private static final int SHOWN = 12;
  private static final double COLUMN = 150;

  private final OrderTable table;
  private final String source;
  private final List<ComboBox<OrderField>> heads = new ArrayList<>();
  private final Label says = Kit.wrapped("", "second");
  private final Button take;
  private boolean filling;

  /**
   * Shows a list.
   *
   * @param s whose list it is; what its columns say is known from the last one
   */
  OrdersPane(SourcesModel model, Source s, OrderTable table, Runnable close) {
    super(10);
    this.table = table;
    this.source = s.name();
    setId("orders");
    getStyleClass().add("sheet");
    setPadding(new Insets(14, 18, 14, 18));
    take =
        Kit.button(
            Words.of("sources.orders.take"),
            () -> {
              model.changes().takeOrders(source, table, mapping());
              close.run();
            },
            "main");
    take.setId("orders-take");
    HBox head =
        new HBox(
            12,
            Kit.label(Words.of("sources.orders.title", source), "heading"),
            Kit.spring(),
            Kit.button(Words.of("form.cancel"), close),
            take);
    head.setAlignment(Pos.CENTER_LEFT);
    ScrollPane scroll = new ScrollPane(cells(first(s)));
    scroll.getStyleClass().add("plain-scroll");
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().addAll(head, Kit.wrapped(Words.of("sources.orders.how"), "second"), scroll, says);
    say();
  }

  /** As the last list of this source was, else what the columns' names suggest. */
  private Map<OrderField, String> first(Source s) {
    Map<OrderField, String> out = new EnumMap<>(OrderField.class);
    s.columns()
        .forEach((id, column) ->
            OrderField.ofId(id)
                .filter(f -> table.column(column) >= 0)
                .ifPresent(f -> out.put(f, table.columns().get(table.column(column)))));
    OrderField.guess(table)
        .forEach((f, column) -> {
          if (!out.containsValue(column)) {
            out.putIfAbsent(f, column);
          }
        });
    return out;
  }

  private GridPane cells(Map<OrderField, String> known) {
    GridPane g = new GridPane();
    g.setHgap(14);
    g.setVgap(5);
    for (int c = 0; c < table.columns().size(); c++) {
      String column = table.columns().get(c);
      ComboBox<OrderField> box = new ComboBox<>();
      box.setId("orders-" + c);
      box.getItems().add(null);
      box.getItems().addAll(OrderField.values());
      box.setConverter(
          Choices.titled(
              f -> Words.of(f == null ? "sources.field.none" : "sources.field." + f.id())));
      box.setButtonCell(new Titled());
      box.setPrefWidth(COLUMN);
      box.setAccessibleText(Words.of("sources.orders.column", column));
      known.forEach((f, name) -> {
        if (name.equals(column)) {
          box.setValue(f);
        }
      });
      int at = c;
      box.valueProperty().addListener((o, was, is) -> only(at, is));
      heads.add(box);
      Label name = Kit.label(column, "strong");
      name.setMaxWidth(COLUMN);
      name.setTooltip(new Tooltip(column));
      g.add(box, c, 0);
      g.add(name, c, 1);
      for (int r = 0; r < Math.min(SHOWN, table.rows().size()); r++) {
        Label cell = Kit.label(table.at(r, c), "source-fact");
        cell.setMaxWidth(COLUMN);
        g.add(cell, c, r + 2);
      }
    }
    return g;
  }

  private static final class Titled extends javafx.scene.control.ListCell<OrderField> {
    @Override
    protected void updateItem(OrderField f, boolean empty) {
      super.updateItem(f, empty);
      setText(Words.of(f == null ? "sources.field.none" : "sources.field." + f.id()));
    }
  }

  /** Each field is said by one column at the most. */
  private void only(int at, OrderField f) {
    if (filling) {
      return;
    }
    filling = true;
    for (int i = 0; i < heads.size(); i++) {
      if (i != at && f != null && heads.get(i).getValue() == f) {
        heads.get(i).setValue(null);
      }
    }
    filling = false;
    say();
  }

  private Map<OrderField, String> mapping() {
    Map<OrderField, String> out = new EnumMap<>(OrderField.class);
    for (int i = 0; i < heads.size(); i++) {
      if (heads.get(i).getValue() != null) {
        out.put(heads.get(i).getValue(), table.columns().get(i));
      }
    }
    return out;
  }

  private void say() {
    Map<OrderField, String> m = mapping();
    boolean named = m.containsKey(OrderField.PACK);
    take.setDisable(!named);
    if (!named) {
      says.setText(Words.of("sources.orders.nopack"));
      return;
    }
    OrderList list = OrderList.of(table, source, m);
    String all = Words.of("sources.orders.says", list.owned().size(), table.rows().size());
    says.setText(
        list.problems().isEmpty() ? all : all + " " + list.problems().getFirst().message());
  }
}
