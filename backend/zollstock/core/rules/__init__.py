"""The rules of the job: fitting, straightening, distance, pixels, file formats, and where each rule comes from."""
