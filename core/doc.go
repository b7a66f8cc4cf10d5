// Package core holds nothing itself; the rules of the job are in the packages below it.
package core
