/** Writing archives and pictures the way sources ship them, with their honest mess. */
@org.jspecify.annotations.NullMarked
package keepshelf.demo.archive;
