/** Writing archives and pictures the way sources ship them, with their honest mess. */
package keepshelf.demo.archive;
