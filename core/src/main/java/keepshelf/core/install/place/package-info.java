/** Writes what was planned beside its place, promises, renames and records it. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.install.place;
