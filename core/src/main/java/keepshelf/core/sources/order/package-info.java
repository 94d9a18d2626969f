/** Lists of orders as shops write them: any table, read by what a person says of its columns. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.sources.order;
