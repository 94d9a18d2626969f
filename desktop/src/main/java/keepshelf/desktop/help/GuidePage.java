package keepshelf.desktop.help;

import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.scene.control.Hyperlink;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import keepshelf.desktop.kit.Kit;
import org.commonmark.node.BulletList;
import org.commonmark.node.Code;
import org.commonmark.node.Heading;
import org.commonmark.node.Link;
import org.commonmark.node.Node;
import org.commonmark.node.OrderedList;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.StrongEmphasis;
import org.commonmark.parser.Parser;

/** One page of the guide as nodes: headings, paragraphs, lists, links to pages and pictures. */
final class GuidePage extends VBox {
  private static final double PICTURE = 640;
  private static final Parser PARSER = Parser.builder().build();

  private final Consumer<String> open;

  /**
   * Shows a page.
   *
   * @param text the page in CommonMark
   * @param open opens the page of a name
   */
  GuidePage(String text, Consumer<String> open) {
    super(10);
    this.open = open;
    setPadding(new Insets(0, 14, 14, 4));
    blocks(PARSER.parse(text), this);
  }

  /** The first heading of a page. */
  static String title(String text) {
    Node first = PARSER.parse(text).getFirstChild();
    return first instanceof Heading && first.getFirstChild() instanceof org.commonmark.node.Text t
        ? t.getLiteral()
        : "";
  }

  private void blocks(Node parent, Pane into) {
    for (Node n = parent.getFirstChild(); n != null; n = n.getNext()) {
      switch (n) {
        case Heading h -> into.getChildren().add(heading(h));
        case BulletList list -> items(list, into, 0);
        case OrderedList list -> items(list, into, 1);
        case Paragraph p when p.getFirstChild() instanceof org.commonmark.node.Image i ->
            into.getChildren().add(picture(i));
        default -> into.getChildren().add(flow(n));
      }
    }
  }

  private javafx.scene.Node heading(Heading h) {
    TextFlow f = flow(h);
    f.getChildren().forEach(t -> t.getStyleClass().add("heading"));
    return f;
  }

  /** Items behind a dot, or behind numbers from {@code from} on when that is not 0. */
  private void items(Node list, Pane into, int from) {
    VBox all = new VBox(6);
    int number = from;
    for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
      var mark = Kit.label(from == 0 ? "·" : number++ + ".", "strong");
      mark.setMinWidth(18);
      VBox text = new VBox(4);
      HBox.setHgrow(text, Priority.ALWAYS);
      blocks(item, text);
      all.getChildren().add(new HBox(2, mark, text));
    }
    into.getChildren().add(all);
  }

  private static javafx.scene.Node picture(org.commonmark.node.Image i) {
    String name = i.getDestination().substring(i.getDestination().lastIndexOf('/') + 1);
    ImageView view =
        new ImageView(
            new Image(
                GuidePage.class.getResource("guide/pictures/" + name).toExternalForm(),
                2 * PICTURE,
                0,
                true,
                true,
                true));
    view.setFitWidth(PICTURE);
    view.setPreserveRatio(true);
    view.setSmooth(true);
    if (i.getFirstChild() instanceof org.commonmark.node.Text t) {
      view.setAccessibleText(t.getLiteral());
    }
    return view;
  }

  private TextFlow flow(Node block) {
    TextFlow out = new TextFlow();
    out.setLineSpacing(3);
    inline(block, out, "");
    return out;
  }

  private void inline(Node parent, TextFlow into, String style) {
    for (Node n = parent.getFirstChild(); n != null; n = n.getNext()) {
      switch (n) {
        case org.commonmark.node.Text t -> into.getChildren().add(text(t.getLiteral(), style));
        case SoftLineBreak _ -> into.getChildren().add(text(" ", style));
        case Code c -> into.getChildren().add(text(c.getLiteral(), "mono"));
        case StrongEmphasis s -> inline(s, into, "strong");
        case Link l -> {
          Hyperlink link =
              new Hyperlink(((org.commonmark.node.Text) l.getFirstChild()).getLiteral());
          link.setOnAction(e -> open.accept(l.getDestination().replace(".md", "")));
          into.getChildren().add(link);
        }
        default -> inline(n, into, style);
      }
    }
  }

  private static Text text(String words, String style) {
    Text t = new Text(words);
    t.getStyleClass().add("guide-text");
    if (!style.isEmpty()) {
      t.getStyleClass().add(style);
    }
    return t;
  }
}
