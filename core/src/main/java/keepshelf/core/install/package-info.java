/**
 * Puts items into hosts: a plan that can be shown and refused, then files by staging and rename
 * with a receipt, then proof by an independent reader. A host's conventions are data ({@link
 * keepshelf.core.install.profile.HostProfile}).
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.install;
