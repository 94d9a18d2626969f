package keepshelf.desktop.help;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The pages of the guide lead somewhere: links to pages, pictures to pictures. */
class GuideTest {
  private static final Pattern TARGET = Pattern.compile("(!?)\\[[^]]*\\]\\(([^)]+)\\)");

  static Stream<String> pages() {
    return GuidePane.PAGES.stream();
  }

  @ParameterizedTest
  @MethodSource("pages")
  void eachPageHasATitleAndLeadsOnlyToWhatIsThere(String page) {
    String text = GuidePane.text(page);
    assertThat(GuidePage.title(text)).isNotBlank();
    List<String> lost = new ArrayList<>();
    Matcher m = TARGET.matcher(text);
    while (m.find()) {
      String to = m.group(2);
      boolean there =
          m.group(1).isEmpty()
              ? GuidePane.PAGES.contains(to.replace(".md", ""))
              : to.startsWith("../screenshots/")
                  && GuidePage.class.getResource("guide/pictures/" + to.substring(15)) != null;
      if (!there) {
        lost.add(to);
      }
    }
    assertThat(lost).isEmpty();
  }
}
