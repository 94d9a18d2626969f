package keepshelf.core.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EntryNameTest {
  private static String last(String name) throws Exception {
    return EntryName.parts(name).getLast();
  }

  @Test
  void aNameThatIsTooLongKeepsItsRoleAtTheEnd() throws Exception {
    Set<String> all = new HashSet<>();
    for (String stem :
        List.of("a".repeat(300), "Ü".repeat(150), "縄".repeat(120), "🪢".repeat(90))) {
      for (String role : List.of("_Color.png", "_Roughness.tiff", "_Normal-DX.jpeg")) {
        String short1 = last("set/" + stem + role);
        assertThat(short1).endsWith(role);
        assertThat(short1.getBytes(StandardCharsets.UTF_8).length).isLessThanOrEqualTo(200);
        assertThat(short1.codePoints().filter(c -> c >= 0xD800 && c < 0xE000)).isEmpty();
        assertThat(all.add(short1)).isTrue();
      }
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"../a", "a/../../b", "/etc/passwd", "C:\\x", "c:x", "", ".", "a\0b", "..\\a"})
  void namesThatLeaveTheirFolderAreRefused(String name) {
    assertThatThrownBy(() -> EntryName.parts(name))
        .isInstanceOf(EntryName.UnsafeNameException.class);
  }

  @Test
  void whatSomeSystemDoesNotTakeIsReplaced() throws Exception {
    assertThat(last("a<b>c:d?.png")).isEqualTo("a_b_c_d_.png");
    assertThat(last("con.png")).isEqualTo("_con.png");
    assertThat(last("rope. ")).isEqualTo("rope._");
    assertThat(EntryName.parts("a/./b//c.png")).containsExactly("a", "b", "c.png");
  }
}
