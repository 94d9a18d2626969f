package keepshelf.core.sources.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.owned.Entitlement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lists of orders in the forms that shops, mail programs and people give them. */
class OrderFileTest {
  @TempDir Path dir;

  private OrderTable read(String name, String text) throws Exception {
    return read(name, text, StandardCharsets.UTF_8);
  }

  private OrderTable read(String name, String text, Charset as) throws Exception {
    return OrderFile.read(Files.write(dir.resolve(name), text.getBytes(as)));
  }

  private static List<Entitlement> owned(OrderTable t) {
    return OrderList.of(t, "Tinder & Tarn", OrderField.guess(t)).owned();
  }

  private static void isTwoOrders(OrderTable t) {
    assertThat(owned(t))
        .as("%s", t)
        .extracting(Entitlement::name)
        .containsExactly("Oiled canvas", "Cork float, worn");
    assertThat(owned(t).getFirst().date()).isEqualTo("2026-02-04");
    assertThat(owned(t).getFirst().order()).isEqualTo("TT-0417");
    assertThat(owned(t).getFirst().price()).hasToString("18.00 EUR");
  }

  private static final String COMMAS =
      "Order date,Order number,Product,Amount\n"
          + "2026-02-04,TT-0417,Oiled canvas,18.00 EUR\n"
          + "2026-02-17,TT-0420,\"Cork float, worn\",9.00 EUR\n";

  @Test
  void commasWithQuotes() throws Exception {
    isTwoOrders(read("a.csv", COMMAS));
  }

  @Test
  void semicolonsWithAHeadingAboveAndASumBelow() throws Exception {
    isTwoOrders(
        read(
            "a.csv",
            "\ufeffTinder & Tarn\nYour orders of 2026\n\nDatum;Bestellung;Artikel;Preis\n"
                + "04.02.2026;TT-0417;Oiled canvas;18,00 €\n"
                + "17.02.2026;TT-0420;Cork float, worn;9,00 €\n;;Gesamt;27,00 €\n"));
  }

  @Test
  void tabsOfAnotherCodePage() throws Exception {
    OrderTable t =
        read(
            "a.tsv",
            "Date\tOrder\tItem\tPaid\n4 Feb 2026\tTT-0417\tOiled canvas\t18,00 €\n"
                + "17 Feb 2026\tTT-0420\tCork float, worn\t9,00 €\n",
            Charset.forName("windows-1252"));
    isTwoOrders(t);
  }

  @Test
  void sixteenBitsAsSpreadsheetsExportThem() throws Exception {
    OrderTable t =
        read(
            "a.txt",
            COMMAS.replace(',', '\t').replace("\t worn\"", ", worn\""),
            StandardCharsets.UTF_16);
    isTwoOrders(t);
  }

  @Test
  void jsonWithLinesInsideOfOrders() throws Exception {
    isTwoOrders(
        read(
            "a.json",
            """
            {"account":"studio@skerry.example","orders":[
              {"number":"TT-0417","date":"2026-02-04T10:11:12Z",
               "lines":[{"product":"Oiled canvas","price":{"amount":"18.00 EUR"}}]},
              {"number":"TT-0420","date":"2026-02-17","lines":[
               {"product":"Cork float, worn","price":{"amount":"9.00 EUR"}}]}]}
            """));
  }

  @Test
  void aSavedPageWithATableAmongTablesThatLayItOut() throws Exception {
    isTwoOrders(
        read(
            "a.html",
            """
            <!DOCTYPE html><html><head><style>td{}</style><script>var a="<table>";</script></head>
            <body><table><tr><td><table><tr><td>Menu</td><td>Cart (0)</td></tr></table></td><td>
            <table class="o"><thead><tr><th>Date</th><th>Order</th><th>Product</th><th>Paid</th></tr>
            </thead><tbody>
            <tr><td><time datetime="2026-02-04">4 days ago</time></td><td>TT-0417</td>
                <td><a href="/p/1"><b>Oiled canvas</b></a></td><td>&euro;&nbsp;18.00</td></tr>
            <tr><td>17 Feb 2026</td><td>TT-0420</td><td>Cork float, worn</td><td>9,00 &euro;</td></tr>
            </tbody></table></td></tr></table></body></html>
            """));
  }

  @Test
  void aSavedPageOfBoxes() throws Exception {
    OrderTable t =
        read(
            "a.htm",
            """
            <html><body><nav><a>Home</a><a>Orders</a><a>Help</a></nav><main>
            <div class="order"><span class="title">Oiled canvas</span><span class="day">2026-02-04</span>
              <p class="no">TT-0417</p></div>
            <div class="order"><span class="title">Cork float, worn</span>
              <span class="day">2026-02-17</span><p class="no">TT-0420</p></div>
            <div class="order"><span class="title">Net mesh</span><span class="day">2026-02-18</span>
              <p class="no">TT-0421</p></div>
            </main></body></html>
            """);
    assertThat(t.columns()).containsExactly("title", "day", "no");
    assertThat(t.rows()).hasSize(3);
  }

  @Test
  void anEmailInTwoFormsAndCoded() throws Exception {
    String html =
        java.util.Base64.getMimeEncoder()
            .encodeToString(
                "<table><tr><th>Product</th><th>Price</th></tr><tr><td>Oiled canvas – fine</td><td>18,00 €</td></tr></table>"
                    .getBytes(StandardCharsets.UTF_8));
    OrderTable t =
        read(
            "order.eml",
            "From: shop@tinder.example\r\n"
                + "To: studio@skerry.example\r\n"
                + "Subject: Your order\r\n"
                + "Date: Wed, 4 Feb 2026 23:11:12 +0100\r\n"
                + "MIME-Version: 1.0\r\n"
                + "Content-Type: multipart/alternative; boundary=xx\r\n\r\n"
                + "--xx\r\n"
                + "Content-Type: text/plain; charset=utf-8\r\n\r\n"
                + "Thank you!\r\n"
                + "--xx\r\n"
                + "Content-Type: text/html; charset=utf-8\r\n"
                + "Content-Transfer-Encoding: base64\r\n\r\n"
                + html
                + "\r\n--xx--\r\n");
    assertThat(owned(t))
        .singleElement()
        .satisfies(e -> {
          assertThat(e.name()).isEqualTo("Oiled canvas – fine");
          assertThat(e.date()).isEqualTo("2026-02-04");
        });
  }

  @Test
  void plainTextOfNamesAndValues() throws Exception {
    OrderTable t =
        read(
            "order.txt",
            "Thank you for your order!\n\nOrder: TT-0417\nDate: 4 February 2026\n\n"
                + "Product: Oiled canvas\nPrice: 18.00 EUR\n\n"
                + "Product: Cork float, worn\nPrice: 9.00 EUR\n\nSee https://tinder.example\n");
    isTwoOrders(t);
  }

  @Test
  void whatIsNoListIsSaid() throws Exception {
    Path empty = Files.createFile(dir.resolve("empty.csv"));
    assertThatThrownBy(() -> OrderFile.read(empty))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("no table with rows");
    assertThatThrownBy(() -> OrderFile.read(dir.resolve("nowhere.csv")))
        .hasMessageContaining("it is no file");
  }

  /** Whatever a file holds, it is a table or a sentence. */
  @Test
  void noiseIsATableOrASentence() throws Exception {
    Random r = new Random(7);
    String signs = "ab,;\t|\"'\n\r<>{}[]:=&%€\u0000\u2028\\/()tr td";
    for (String ending : List.of("csv", "json", "html", "eml", "txt")) {
      for (int i = 0; i < 150; i++) {
        StringBuilder b = new StringBuilder(i % 3 == 0 ? "<table><tr>" : i % 3 == 1 ? "[{" : "");
        for (int k = r.nextInt(300); k > 0; k--) {
          b.append(signs.charAt(r.nextInt(signs.length())));
        }
        try {
          OrderTable t = read("noise." + ending, b.toString());
          OrderList.of(t, "S", OrderField.guess(t));
        } catch (ShelfException e) {
          assertThat(e.getMessage()).contains("cannot be read as a list of orders");
        }
      }
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "2026-02-04|2026-02-04",
        "2026/2/4|2026-02-04",
        "20260204|2026-02-04",
        "4 February 2026|2026-02-04",
        "February 4th, 2026|2026-02-04",
        "Feb. 4, 2026 at 10:11|2026-02-04",
        "4. Februar 2026|2026-02-04",
        "4 févr. 2026|2026-02-04",
        "4 de febrero de 2026|2026-02-04",
        "04.02.26|2026-02-04",
        "1770199872|2026-02-04",
        "1770199872000|2026-02-04",
        "2026-02-04T10:11:12+01:00|2026-02-04",
        "31.02.2026|",
        "yesterday|",
      })
  void daysAreReadAsTheyAreWritten(String text, String day) {
    assertThat(OrderDays.of(List.of(text)).read(text).orElse(null)).isEqualTo(day);
  }

  @Test
  void aColumnTellsWhetherTheMonthComesFirst() {
    OrderDays us = OrderDays.of(List.of("02/04/2026", "02/17/2026"));
    assertThat(us.read("02/04/2026")).contains("2026-02-04");
    assertThat(us.ambiguous()).isFalse();
    OrderDays other = OrderDays.of(List.of("04/02/2026", "17/02/2026"));
    assertThat(other.read("04/02/2026")).contains("2026-02-04");
    assertThat(OrderDays.of(List.of("04/02/2026", "05/03/2026")).ambiguous()).isTrue();
    assertThat(OrderDays.of(List.of("04.02.2026")).ambiguous()).isFalse();
  }

  @Test
  void columnsAreNamedByNameNumberOrSpelling() throws Exception {
    OrderTable t = read("a.csv", COMMAS);
    Map<OrderField, String> m =
        OrderList.mapping(t, Map.of("pack", "3", "date", "ORDER DATE", "order", "order-number"));
    assertThat(m)
        .containsEntry(OrderField.PACK, "Product")
        .containsEntry(OrderField.DATE, "Order date")
        .containsEntry(OrderField.ORDER, "Order number");
    assertThatThrownBy(() -> OrderList.mapping(t, Map.of("date", "Order date")))
        .hasMessageContaining("pack=COLUMN");
    assertThatThrownBy(() -> OrderList.mapping(t, Map.of("moon", "1")))
        .hasMessageContaining("no field “moon”");
  }
}
