/**
 * What a host can take: its profile, the layout of its files, and the check of one's own profile.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.install.profile;
