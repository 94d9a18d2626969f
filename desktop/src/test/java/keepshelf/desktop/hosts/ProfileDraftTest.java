package keepshelf.desktop.hosts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import keepshelf.core.install.profile.HostProfile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class ProfileDraftTest {
  static List<HostProfile> shipped() {
    return HostProfile.shipped();
  }

  @ParameterizedTest
  @MethodSource("shipped")
  void everyShippedProfileCanBeCopied(HostProfile p) {
    ProfileDraft d = ProfileDraft.copyOf(p, List.of(p.id()));
    assertThat(d.trouble()).isNull();
    assertThat(d.id()).isEqualTo(p.id() + "-own");
    assertThat(ProfileDraft.copyOf(d.profile(), List.of(p.id() + "-own")).id())
        .isEqualTo(p.id() + "-own2");
    assertThat(d.profile().slots()).isEqualTo(p.slots());
    assertThat(d.profile().values()).isEqualTo(p.values());
  }

  @ParameterizedTest
  @CsvSource({
    "handedness,\"dx\",dx",
    "maxSide,1024,1024",
    "powerOfTwo,true,true",
    "unit,\"ell\",ell",
    "placement,\"link\",link"
  })
  void aFieldIsChangedInTheText(String field, String json, String value) {
    ProfileDraft d = ProfileDraft.copyOf(HostProfile.find("proscenia").orElseThrow(), List.of());
    ProfileDraft changed = d.with(field, json);
    assertThat(changed.field(field)).contains(value);
    assertThat(changed.sound()).isTrue();
    assertThat(changed.text().lines().count()).isEqualTo(d.text().lines().count());
  }

  @Test
  void whatIsWrongIsNamed() {
    ProfileDraft d = ProfileDraft.copyOf(HostProfile.find("quickfoot").orElseThrow(), List.of());
    assertThat(d.with("upAxis", "\"z\"").trouble()).contains("y upwards");
    assertThat(d.with("projection", "\"triplanar\"").trouble()).contains("triplanar");
    assertThat(d.with("paths", "\"absolute\"").trouble()).contains("relative");
    assertThat(ProfileDraft.of("{").trouble()).contains("line");
    assertThat(ProfileDraft.of("[]").sound()).isFalse();
  }

  @Test
  void aFieldThatIsNotThereIsAdded() {
    ProfileDraft d = ProfileDraft.copyOf(HostProfile.find("proscenia").orElseThrow(), List.of());
    String without = d.text().replaceFirst("\\s*\"package\" : false,", "");
    assertThat(without).doesNotContain("package");
    assertThat(ProfileDraft.of(without).with("package", "true").profile().onePackage()).isTrue();
  }
}
