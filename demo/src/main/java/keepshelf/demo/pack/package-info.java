/** What each archive of the demo data holds. */
@org.jspecify.annotations.NullMarked
package keepshelf.demo.pack;
