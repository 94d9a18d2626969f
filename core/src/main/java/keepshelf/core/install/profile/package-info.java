/**
 * What a host can take: its profile, the layout of its files, and the check of one's own profile.
 */
package keepshelf.core.install.profile;
