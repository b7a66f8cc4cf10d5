package measure_test

import (
	"fmt"

	"yellow-parcel/core/measure"
)

// A length is read as it is typed, exactly, and rounded to the marks of a ruler.
func Example() {
	width, err := measure.Parse("5 3/8", measure.Inches)
	if err != nil {
		fmt.Println(err)
		return
	}
	ruler := measure.DefaultRuler(measure.Millimetres)
	fmt.Println(width.Text(measure.Inches), "is", width.Text(measure.Millimetres))
	fmt.Println("on a metric ruler", ruler.Down(width).Text(measure.Millimetres), "or", ruler.Up(width).Text(measure.Millimetres))
	_, err = measure.Parse("five", measure.Inches)
	fmt.Println(err)
	// Output:
	// 5 3/8 in is 136.53 mm
	// on a metric ruler 136 mm or 137 mm
	// "five" is not a length; try 5 1/2 in
}

// Prices are exact too, and read with either decimal mark.
func ExampleParseMoney() {
	stamp, err := measure.ParseMoney("0,78")
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println((80 * stamp).Text("USD"))
	// Output: 62.40 USD
}
