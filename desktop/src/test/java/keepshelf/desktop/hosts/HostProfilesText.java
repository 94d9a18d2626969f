package keepshelf.desktop.hosts;

import keepshelf.core.install.profile.HostProfile;

/** Texts of shipped profiles, to be kept as one's own. */
final class HostProfilesText {
  private HostProfilesText() {}

  static String of(String id) {
    return HostProfile.find(id).orElseThrow().text();
  }
}
