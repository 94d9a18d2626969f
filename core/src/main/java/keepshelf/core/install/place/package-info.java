/** Writes what was planned beside its place, promises, renames and records it. */
package keepshelf.core.install.place;
