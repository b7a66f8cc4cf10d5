package api

import (
	"bytes"
	"context"
	"errors"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/work"
	"yellow-parcel/draw"
)

// export writes a part of a job as a file.
func (s *plans) export(ctx context.Context, in *struct {
	JobInput
	As   fileFormat `query:"as" required:"true"`
	Part filePart   `query:"part" required:"true"`
}) (*fileOutput, error) {
	all, err := s.planner.workOut(ctx, "", in.RawBody, pipeline.Order{Trials: work.UsualTrials, Whole: true})
	if err != nil {
		return nil, err
	}
	var file bytes.Buffer
	if err := draw.Write(&file, all, string(in.As), string(in.Part)); err != nil {
		return nil, noFile(err)
	}
	format, _ := draw.FormatByName(string(in.As))
	return &fileOutput{format.Media, `attachment; filename="` + string(in.Part) + `.` + format.Extension + `"`, file.Bytes()}, nil
}

// noFile turns why there is no file into a 422 answer that names the field.
func noFile(err error) error {
	var cannot *draw.FileError
	if errors.As(err, &cannot) {
		return huma.Error422UnprocessableEntity("There is nothing to export.", &huma.ErrorDetail{Location: cannot.Field, Message: cannot.Text})
	}
	return err
}
