/** What each archive of the demo data holds. */
package keepshelf.demo.pack;
