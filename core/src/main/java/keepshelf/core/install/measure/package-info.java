/**
 * What the maps of an item really hold, as far as an installation depends on it: how high, how
 * steep, how opaque, in which state their vectors are.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.install.measure;
